package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.units.Odds;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

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

  /**
   * An answer that speaks for the cause.
   *
   * @param here how often it is given when the cause is there
   * @param elsewhere how often otherwise, among machines that stop at the same place
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
    List<Sign> signs = new ArrayList<>();
    for (int o = 0; o < rows.length; o++) {
      double here = 0;
      double elsewhere = 0;
      for (Map.Entry<Stage, Double> stop : cause.stages().entrySet()) {
        here += stop.getValue() * mean(diagnosis, rows[o], cause, stop.getKey(), true);
        elsewhere += stop.getValue() * mean(diagnosis, rows[o], cause, stop.getKey(), false);
      }
      if (here >= OFTEN && here >= SPEAKS_FOR * elsewhere) {
        signs.add(new Sign(check, check.outcomes().get(o), Odds.of(here), Odds.of(elsewhere)));
      }
    }
    return signs;
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

  /** The chance of an outcome at one stage, for the cause or for all others that stop there. */
  private static double mean(
      Diagnosis diagnosis, double[] row, Cause cause, Stage stage, boolean forIt) {
    double sum = 0;
    double mass = 0;
    for (int h = 0; h < row.length; h++) {
      Diagnosis.Hypothesis hypothesis = diagnosis.hypotheses().get(h);
      if (hypothesis.lights()
          && hypothesis.stage() == stage
          && hypothesis.cause().equals(cause) == forIt) {
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
