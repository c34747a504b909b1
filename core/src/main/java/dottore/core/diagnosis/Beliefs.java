package dottore.core.diagnosis;

import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Step;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.function.IntToDoubleFunction;
import java.util.function.ToDoubleFunction;

/** What is thought of a case: the odds of every hypothesis, and what follows from them. */
final class Beliefs {
  private final Diagnosis diagnosis;
  private final double[] odds;

  /**
   * @param odds of the hypotheses in their order; they sum to 1
   */
  Beliefs(Diagnosis diagnosis, double[] odds) {
    this.diagnosis = diagnosis;
    this.odds = odds.clone();
  }

  double[] odds() {
    return odds.clone();
  }

  double[] byCause() {
    return diagnosis.byCause(odds);
  }

  /** The uncertainty over the causes in bits, from 0 where one is certain (Shannon 1948). */
  double bits() {
    return Arrays.stream(byCause())
        .filter(share -> share > 0)
        .map(share -> -share * Math.log(share) / Math.log(2))
        .sum();
  }

  /** The odds that it is one of some causes, 0 to 1. */
  double oddsOf(Set<String> causes) {
    return mean(h -> causes.contains(h.cause().id()) ? 1 : 0);
  }

  /** The chance that a repair cures it, 0 to 1. */
  double chanceOf(Repair repair) {
    return chanceOf(repair, h -> true);
  }

  /** The chance that a repair cures it and that another is for the same cause, 0 to 1. */
  double chanceOf(Repair repair, Repair other) {
    return chanceOf(
        repair, h -> other.cures().containsKey(diagnosis.hypotheses().get(h).cause().id()));
  }

  private double chanceOf(Repair repair, IntPredicate among) {
    int r = diagnosis.indexOfRepair(repair.id());
    int[] cured = diagnosis.asProblem().cures()[r];
    double[] works = diagnosis.asProblem().works()[r];
    double sum = 0;
    for (int k = 0; k < cured.length; k++) {
      sum += among.test(cured[k]) ? odds[cured[k]] * works[k] : 0;
    }
    return sum;
  }

  /** The odds that the machine gets at least so far, 0 to 1. */
  double reaching(Stage.Reach wanted) {
    return mean(h -> h.stage().reach().compareTo(wanted) >= 0 ? 1 : 0);
  }

  /**
   * How likely the machine works or the first suspect is right once a step is done, 0 to 1.
   *
   * @param step empty for referring, which tells nothing
   */
  double rightAfter(Optional<Step> step) {
    if (step.orElse(null) instanceof Check check) {
      double[][] rows = diagnosis.asProblem().likelihood()[diagnosis.indexOfCheck(check.id())];
      return Arrays.stream(rows).mapToDouble(row -> likeliest(h -> row[h])).sum();
    }
    if (step.orElse(null) instanceof Repair repair) {
      return chanceOf(repair)
          + likeliest(h -> 1 - cures(repair, diagnosis.hypotheses().get(h).cause()));
    }
    return likeliest(h -> 1);
  }

  /** The odds of the likeliest cause, where every hypothesis is weighed by something. */
  private double likeliest(IntToDoubleFunction weight) {
    double[] weighed = new double[odds.length];
    Arrays.setAll(weighed, h -> odds[h] * weight.applyAsDouble(h));
    return Arrays.stream(diagnosis.byCause(weighed)).max().orElseThrow();
  }

  private static double cures(Repair repair, Cause cause) {
    return repair.cures().getOrDefault(cause.id(), 0.0);
  }

  private double mean(ToDoubleFunction<Diagnosis.Hypothesis> of) {
    double sum = 0;
    for (int h = 0; h < odds.length; h++) {
      sum += odds[h] * of.applyAsDouble(diagnosis.hypotheses().get(h));
    }
    return sum;
  }
}
