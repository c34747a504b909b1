package dottore.core.casebook;

import java.util.List;

/**
 * A cause or step of the casebook that code relies on, with the outcomes that it gives by itself.
 * Whoever edits the casebook is told when one goes missing.
 *
 * @param outcomes empty if only the step is needed, or if it is a repair
 */
public record Reliance(String step, List<String> outcomes) {
  public Reliance {
    outcomes = List.copyOf(outcomes);
  }

  public static Reliance on(String step, String... outcomes) {
    return new Reliance(step, List.of(outcomes));
  }
}
