package dottore.core.proof;

import dottore.core.casebook.Touched;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What is measured before a machine leaves.
 *
 * @param points in the order of the measures
 */
public record ProofPlan(List<Point> points) {
  /** How a measure stands. */
  public enum State {
    OPEN,
    GOOD,
    BAD
  }

  /**
   * A measure on this machine.
   *
   * @param because what was touched that it depends on; empty where somebody measured it unasked
   * @param words what came of it, with what it was before; empty while it is open
   */
  public record Point(Measure measure, State state, String because, String words) {}

  public ProofPlan {
    points = List.copyOf(points);
  }

  /**
   * Chooses.
   *
   * @param touched what the work touched
   */
  public static ProofPlan of(Set<Touched> touched, MachineKind kind, Facts facts) {
    List<Point> points = new ArrayList<>();
    for (Measure measure : Measure.values()) {
      Optional<Point> measured = measured(measure, facts);
      boolean asked = measure.on(kind) && measure.concerns(touched);
      if (asked || measured.isPresent()) {
        String because =
            asked
                ? touched.stream()
                    .filter(part -> measure.concerns(Set.of(part)))
                    .map(part -> part.name().toLowerCase(Locale.ROOT).replace('_', ' '))
                    .sorted()
                    .collect(Collectors.joining(", "))
                : "";
        points.add(
            measured
                .map(p -> new Point(measure, p.state(), because, p.words()))
                .orElse(new Point(measure, State.OPEN, because, "")));
      }
    }
    return new ProofPlan(points);
  }

  static Optional<Point> measured(Measure measure, Facts facts) {
    if (measure.unit().isEmpty()) {
      return facts
          .find(ProofFacts.fine(measure))
          .map(
              fine ->
                  new Point(
                      measure,
                      fine ? State.GOOD : State.BAD,
                      "",
                      measure.words() + ": " + (fine ? "good" : "not good")));
    }
    String unit = measure.unit().get();
    return facts
        .find(ProofFacts.after(measure))
        .map(
            after -> {
              boolean good =
                  measure.most().isEmpty() || after.doubleValue() <= measure.most().getAsDouble();
              String before =
                  facts
                      .find(ProofFacts.before(measure))
                      .map(was -> ", " + was.toPlainString() + " before")
                      .orElse("");
              return new Point(
                  measure,
                  good ? State.GOOD : State.BAD,
                  "",
                  measure.words() + ": " + after.toPlainString() + " " + unit + before);
            });
  }

  /** What was measured, in words for the customer. */
  public List<String> words() {
    return points.stream().map(Point::words).filter(words -> !words.isEmpty()).toList();
  }

  /** Measures that are left. */
  public List<Measure> open() {
    return points.stream().filter(p -> p.state() == State.OPEN).map(Point::measure).toList();
  }
}
