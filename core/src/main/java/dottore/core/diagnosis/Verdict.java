package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.casebook.Repair;
import dottore.core.units.Odds;
import java.util.List;

/** Where a case stands. */
public sealed interface Verdict {
  /** More than one suspect is left. */
  record Open() implements Verdict {}

  /** One cause stands out: at the shop's threshold, or no check is worth more than its cure. */
  record Found(Cause cause, Odds odds, boolean byOdds) implements Verdict {}

  /**
   * The machine works after a repair.
   *
   * @param owed the checks that must read good before the cause counts as confirmed
   */
  record Works(Repair repair, Cause cause, List<String> owed) implements Verdict {
    public Works {
      owed = List.copyOf(owed);
    }

    public boolean confirmed() {
      return owed.isEmpty();
    }
  }

  /** A danger stops the normal road. */
  record Stopped() implements Verdict {}
}
