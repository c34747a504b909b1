package dottore.app.ticket;

import java.time.Instant;

/** Something borrowed from a machine, as others see it. */
public record Owed(
    long id, String what, String place, Instant takenAt, String takenBy, boolean returned) {}
