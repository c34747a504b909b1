package dottore.core.diagnosis;

import dottore.core.casebook.Step;

/** A step that is not offered, with the reason. */
public record Unavailable(Step step, String reason) {}
