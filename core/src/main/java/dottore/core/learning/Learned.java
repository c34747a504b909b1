package dottore.core.learning;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Step;
import dottore.core.units.Minutes;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * A casebook and what a shop's experience made of it.
 *
 * @param shipped without the experience
 * @param casebook with learned odds and minutes
 * @param times by step id, for steps that were measured
 */
public record Learned(
    Casebook shipped, Casebook casebook, LearnedOdds odds, Map<String, StepTime> times) {
  public Learned {
    times = Collections.unmodifiableMap(new LinkedHashMap<>(times));
  }

  /** Applies experience to a casebook. */
  public static Learned from(Casebook shipped, Experience experience) {
    LearnedOdds odds = LearnedOdds.from(shipped, experience.confirmed());
    Map<String, StepTime> times = new LinkedHashMap<>();
    experience
        .minutes()
        .forEach(
            (id, minutes) ->
                shipped
                    .step(id)
                    .map(Step::effort)
                    .filter(effort -> effort.hands().value() > 0)
                    .ifPresent(effort -> times.put(id, StepTime.learned(effort.hands(), minutes))));
    Map<String, Minutes> hands = new HashMap<>();
    times.forEach((id, time) -> hands.put(id, time.median()));
    return new Learned(shipped, shipped.with(odds.causes(), hands), odds, Map.copyOf(times));
  }
}
