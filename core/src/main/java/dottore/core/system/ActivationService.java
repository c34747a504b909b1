package dottore.core.system;

import java.util.OptionalInt;

/** Where a system's maker says whether a key is good. */
public interface ActivationService {
  /**
   * An answer.
   *
   * @param days left until it must be done; empty if it is done or refused
   * @param words what the service says
   */
  record Answer(SystemFacts.Activated state, OptionalInt days, String words) {}

  /**
   * Asks.
   *
   * @param system id of its profile
   * @param edition as it was put on; empty if there is one
   * @param key without dashes
   * @throws java.io.IOException if it cannot be reached
   */
  Answer ask(String system, String edition, String key) throws java.io.IOException;
}
