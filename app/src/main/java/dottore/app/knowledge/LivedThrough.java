package dottore.app.knowledge;

import dottore.core.learning.Experience;
import java.time.Instant;
import java.util.Optional;

/** Where experience comes from: the closed tickets of the shop. */
public interface LivedThrough {
  /**
   * @param since tickets closed earlier do not count; all count if empty
   */
  Experience since(Optional<Instant> since);

  /** What one closed ticket taught, under the same start. */
  Experience of(String claim, Optional<Instant> since);
}
