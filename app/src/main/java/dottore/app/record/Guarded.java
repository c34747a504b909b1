package dottore.app.record;

import dottore.core.runsheet.Guard;
import java.time.Instant;

/** A machine that nobody may disturb now, as seen from everywhere in the shop. */
public record Guarded(
    long clock, String claim, String machine, Instant since, String startedBy, Guard guard) {}
