package dottore.app.frame;

import dottore.core.casebook.Step;
import java.util.Optional;
import java.util.Set;

/** A machine on the bench whose devices answer by themselves. */
public interface LiveMachine {
  /** Those of some tickets that are not the shop's own work, whether their case is over or not. */
  Set<String> among(Set<String> claims);

  /** Whether such a machine stands under a ticket. */
  boolean stands(String claim);

  /** What is read for a step of this ticket; empty where nothing answers by itself. */
  Optional<String> device(String claim, Step step);

  /**
   * Has a step done, in the transaction of whoever asks.
   *
   * @return the outcome of a check, the result of a repair
   * @throws dottore.app.said.Refused if it cannot be done as the machine stands
   */
  String does(String claim, Step step, String who);
}
