package dottore.core.ticket;

import dottore.core.casebook.Touched;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;

/**
 * Something borrowed from a machine, as others see it.
 *
 * @param before the state it was in, empty if nobody wrote it down
 * @param place where it is now: on the bench, in which tray
 * @param touches what putting it back touches, so that readings are taken again; empty if it is
 *     neutral to the evidence
 * @param returnedAt when it was put back; empty while it is owed
 * @param line the number of the line of the log that borrowed it
 * @param key by which the work that borrowed it finds it again; empty if nobody needs to
 */
public record Owed(
    long id,
    String what,
    String before,
    String place,
    Instant takenAt,
    String takenBy,
    Set<Touched> touches,
    Optional<Instant> returnedAt,
    String returnedBy,
    int line,
    Optional<String> key) {
  public Owed {
    touches = Set.copyOf(touches);
  }

  public boolean returned() {
    return returnedAt.isPresent();
  }

  /** Whether it is what work knows by this key. */
  public boolean is(String wanted) {
    return key.filter(wanted::equals).isPresent();
  }
}
