package dottore.core.proof;

import dottore.core.casebook.Reliance;
import dottore.core.facts.Facts;
import dottore.core.reading.Answer;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The checks that measures answer by themselves. */
public final class ProofReading {
  /**
   * How a measure answers a check.
   *
   * @param bad empty where a bad result could be several of its answers
   */
  private record Says(String check, String good, Optional<String> bad) {}

  /** An old machine with solid state starts in this time: guide. */
  private static final double SOON = 40;

  private static final Map<Measure, Says> SAYS = says();

  private ProofReading() {}

  private static Map<Measure, Says> says() {
    Map<Measure, Says> says = new EnumMap<>(Measure.class);
    says.put(Measure.COLD_START, new Says("start-time", "good", Optional.empty()));
    says.put(Measure.WARMEST, new Says("load-temperature", "below", Optional.of("at-limit")));
    says.put(Measure.MEMORY_ERRORS, new Says("memory-test-quick", "clean", Optional.of("errors")));
    says.put(Measure.DEVICE_MARKS, new Says("device-marks", "clean", Optional.empty()));
    says.put(Measure.UPDATES_LEFT, new Says("update-page", "none", Optional.of("pending")));
    says.put(Measure.ACTIVATION, new Says("activation-page", "active", Optional.of("not-active")));
    says.put(Measure.PICTURE, new Says("picture-look", "good", Optional.empty()));
    says.put(Measure.SOUND, new Says("sound-test", "all", Optional.empty()));
    says.put(Measure.NETWORK, new Says("network-list-look", "connected", Optional.empty()));
    says.put(Measure.TOUCH, new Says("touch-test", "right", Optional.empty()));
    return says;
  }

  /** What code relies on in the casebook. */
  public static List<Reliance> reliesOn() {
    return SAYS.values().stream()
        .map(
            s ->
                s.bad().isPresent()
                    ? Reliance.on(s.check(), s.good(), s.bad().get())
                    : Reliance.on(s.check(), s.good()))
        .toList();
  }

  /** The checks that measures answer. */
  public static List<String> checks() {
    return SAYS.values().stream().map(Says::check).toList();
  }

  /** The answers of what was measured since. */
  public static List<Answer> of(Facts before, Facts now) {
    List<Answer> answers = new ArrayList<>();
    for (Measure measure : Measure.values()) {
      Optional<ProofPlan.Point> point = ProofPlan.measured(measure, now);
      if (SAYS.containsKey(measure)
          && point.isPresent()
          && !point.equals(ProofPlan.measured(measure, before))) {
        answer(measure, point.get(), now).ifPresent(answers::add);
      }
    }
    return answers;
  }

  private static Optional<Answer> answer(Measure measure, ProofPlan.Point point, Facts now) {
    Says says = SAYS.get(measure);
    if (says == null) {
      return Optional.empty();
    }
    boolean good =
        measure == Measure.COLD_START
            ? now.find(ProofFacts.after(measure)).filter(s -> s.doubleValue() <= SOON).isPresent()
            : point.state() == ProofPlan.State.GOOD;
    return (good ? Optional.of(says.good()) : says.bad())
        .map(outcome -> new Answer(says.check(), outcome, point.words()));
  }
}
