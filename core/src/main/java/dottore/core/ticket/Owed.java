package dottore.core.ticket;

import dottore.core.casebook.Repair;
import dottore.core.casebook.Touched;
import java.time.Instant;
import java.util.Collections;
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

  /** Whether putting it back asks for readings to be taken again. */
  public boolean asksAgain() {
    return !touches.isEmpty();
  }

  /**
   * Whether a repair that was tried may have put it back, so that somebody should say so.
   *
   * @param repair what was tried
   * @param tried the number of its line in the log
   */
  public boolean perhapsBackBy(Repair repair, int tried) {
    return !returned() && line < tried && !Collections.disjoint(touches, repair.effort().changes());
  }

  /** Whether it is what work knows by this key. */
  public boolean is(String wanted) {
    return key.filter(wanted::equals).isPresent();
  }
}
