package dottore.core.ticket;

import dottore.core.runsheet.RunSheet;
import java.util.Map;
import java.util.Optional;

/** Whether a piece of work may begin. */
public sealed interface Start {
  /**
   * It may.
   *
   * @param about what the sheet is made for, by name, for the room that made it
   * @param takesOver why open sheets are over with it; empty if they stand in its way
   */
  record Go(RunSheet sheet, Map<String, String> about, Optional<String> takesOver)
      implements Start {
    public Go {
      about = Map.copyOf(about);
    }
  }

  /** It may not yet; in words, with what to do. */
  record NotYet(String why) implements Start {}

  static Start go(RunSheet sheet, Map<String, String> about) {
    return new Go(sheet, about, Optional.empty());
  }

  static Start notYet(String why) {
    return new NotYet(why);
  }
}
