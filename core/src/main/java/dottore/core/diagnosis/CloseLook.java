package dottore.core.diagnosis;

import dottore.core.casebook.Check;
import dottore.core.units.Minutes;
import dottore.core.units.Odds;
import java.util.List;
import java.util.Optional;

/**
 * One suspect looked at closely on this machine.
 *
 * @param cheapest the check that would confirm it for the fewest minutes, if one can be done now
 * @param cures its repairs, the cheapest per chance first
 */
public record CloseLook(
    Suspect suspect, Optional<Confirmation> cheapest, List<Portrait.Cure> cures) {
  public CloseLook {
    cures = List.copyOf(cures);
  }

  /**
   * An answer that would confirm the suspect.
   *
   * @param often how often the answer is given when the suspect is the cause
   * @param after the odds of the suspect after it
   * @param own what the check costs in bench minutes
   */
  public record Confirmation(
      Check check, Check.Outcome outcome, Odds often, Odds after, Minutes own) {
    /** From these odds on an answer counts as confirming. */
    static final double CONFIRMED = 0.85;

    boolean confirms() {
      return after.value() >= CONFIRMED;
    }

    /** Minutes per chance that the answer comes at all. */
    double price() {
      return own.value() / often.value();
    }
  }
}
