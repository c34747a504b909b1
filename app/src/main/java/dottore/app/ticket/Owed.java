package dottore.app.ticket;

import dottore.core.casebook.Touched;
import java.time.Instant;
import java.util.Set;

/**
 * Something borrowed from a machine, as others see it.
 *
 * @param before the state it was in, empty if nobody wrote it down
 * @param place where it is now: on the bench, in which tray
 * @param touches what putting it back touches, so that readings are taken again; empty if it is
 *     neutral to the evidence
 */
public record Owed(
    long id,
    String what,
    String before,
    String place,
    Instant takenAt,
    String takenBy,
    Set<Touched> touches,
    boolean returned) {}
