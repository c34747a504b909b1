package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.units.Odds;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/**
 * What the casebook knows of one cause, before anything is known of a machine.
 *
 * @param share how often it is the cause among the machines that can have it, with no context
 * @param signs the answers that speak for it, the most telling first
 * @param cures its repairs, the cheapest per chance first
 */
public record Portrait(Cause cause, Odds share, List<Sign> signs, List<Cure> cures) {
  public Portrait {
    signs = List.copyOf(signs);
    cures = List.copyOf(cures);
  }

  private static final double SPEAKS_FOR = 3;
  private static final double CONFIRMS = 8;
  private static final double OFTEN = 0.25;
  private static final double MOSTLY = 0.5;
  private static final int SHOWN = 8;

  /** A check that can be done in fewer of a cause's cases than this is no sign of it. */
  private static final double SELDOM_ASKED = 0.2;

  /**
   * An answer that speaks for the cause, where the machine stops at a place at which it is asked.
   *
   * @param here how often it is given when the cause is there
   * @param elsewhere how often otherwise, among machines of its kinds that stop at the same place
   */
  public record Sign(Check check, Check.Outcome outcome, Odds here, Odds elsewhere) {
    public double ratio() {
      return here.value() / elsewhere.value();
    }

    /** Whether it all but settles the case. */
    public boolean confirms() {
      return ratio() >= CONFIRMS && here.value() >= MOSTLY;
    }
  }

  /** A cause and the answer that speaks for it. */
  public record Accused(Cause cause, Sign sign) {}

  /**
   * @param works the chance that the repair cures the cause
   */
  public record Cure(Repair repair, Odds works) {}

  static Portrait of(Diagnosis diagnosis, Cause cause) {
    return new Portrait(
        cause, share(diagnosis, cause), signs(diagnosis, cause), cures(diagnosis, cause));
  }

  private static Odds share(Diagnosis diagnosis, Cause cause) {
    double all = 0;
    for (Cause other : diagnosis.causes()) {
      if (other.kinds().stream().anyMatch(cause.kinds()::contains)) {
        all += other.weight();
      }
    }
    return Odds.of(cause.weight() / all);
  }

  private static List<Sign> signs(Diagnosis diagnosis, Cause cause) {
    List<Sign> signs = new ArrayList<>();
    for (Check check : diagnosis.checks()) {
      signs.addAll(signs(diagnosis, cause, check));
    }
    signs.sort(
        Comparator.<Sign>comparingDouble(s -> -s.here().value() * Math.log(s.ratio()))
            .thenComparing(s -> s.check().id()));
    return List.copyOf(signs.subList(0, Math.min(SHOWN, signs.size())));
  }

  /** The answers of one check that speak for a cause. */
  private static List<Sign> signs(Diagnosis diagnosis, Cause cause, Check check) {
    double[][] rows = diagnosis.asProblem().likelihood()[diagnosis.indexOfCheck(check.id())];
    Map<Stage, Double> stops = asked(check, cause);
    double all = stops.values().stream().mapToDouble(Double::doubleValue).sum();
    List<Sign> signs = new ArrayList<>();
    if (all < SELDOM_ASKED) {
      return signs;
    }
    for (int o = 0; o < rows.length; o++) {
      double here = 0;
      double elsewhere = 0;
      for (Map.Entry<Stage, Double> stop : stops.entrySet()) {
        double share = stop.getValue() / all;
        here += share * mean(diagnosis, rows[o], stop.getKey(), c -> c.equals(cause));
        elsewhere += share * mean(diagnosis, rows[o], stop.getKey(), c -> meets(check, c, cause));
      }
      if (here >= OFTEN && here >= SPEAKS_FOR * elsewhere) {
        signs.add(new Sign(check, check.outcomes().get(o), Odds.of(here), Odds.of(elsewhere)));
      }
    }
    return signs;
  }

  /** The places where a cause stops and the check can be done, with how often it stops there. */
  private static Map<Stage, Double> asked(Check check, Cause cause) {
    Map<Stage, Double> asked = new EnumMap<>(Stage.class);
    cause
        .stages()
        .forEach(
            (stage, share) -> {
              boolean reached = stage.reach().compareTo(check.effort().reach()) >= 0;
              boolean passed =
                  check
                      .effort()
                      .turn()
                      .before()
                      .filter(end -> stage.reach().compareTo(end) >= 0)
                      .isPresent();
              if (reached && !passed) {
                asked.put(stage, share);
              }
            });
    return asked;
  }

  /** Whether another cause is met on a kind of machine on which the check is done. */
  private static boolean meets(Check check, Cause other, Cause cause) {
    return !other.equals(cause)
        && other.kinds().stream().anyMatch(check.effort().kinds()::contains);
  }

  static List<Accused> accused(Diagnosis diagnosis, Check check) {
    return diagnosis.causes().stream()
        .flatMap(
            cause -> signs(diagnosis, cause, check).stream().map(sign -> new Accused(cause, sign)))
        .sorted(
            Comparator.<Accused>comparingDouble(a -> -a.sign().ratio())
                .thenComparing(a -> a.cause().id()))
        .toList();
  }

  /** The chance of an outcome at one stage, over some of the causes that stop there. */
  private static double mean(
      Diagnosis diagnosis, double[] row, Stage stage, Predicate<Cause> which) {
    double sum = 0;
    double mass = 0;
    for (int h = 0; h < row.length; h++) {
      Diagnosis.Hypothesis hypothesis = diagnosis.hypotheses().get(h);
      if (hypothesis.lights() && hypothesis.stage() == stage && which.test(hypothesis.cause())) {
        double weight = hypothesis.cause().weight() * hypothesis.cause().share(stage);
        sum += weight * row[h];
        mass += weight;
      }
    }
    return mass > 0 ? sum / mass : 1;
  }

  static List<Cure> cures(Diagnosis diagnosis, Cause cause) {
    return diagnosis.repairs().stream()
        .filter(repair -> repair.cures().containsKey(cause.id()))
        .map(repair -> new Cure(repair, Odds.of(repair.cures().get(cause.id()))))
        .sorted(
            Comparator.<Cure>comparingDouble(
                    cure -> diagnosis.rules().cost(cure.repair()) / cure.works().value())
                .thenComparing(cure -> cure.repair().id()))
        .toList();
  }
}
