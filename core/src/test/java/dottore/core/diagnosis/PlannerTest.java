package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Locale;
import org.junit.jupiter.api.Test;

class PlannerTest {
  private static final int PROBLEMS = 500;

  @Test
  void staysCloseToTheOptimumOnSmallProblems() {
    double[] excess = new double[PROBLEMS];
    double sum = 0;
    for (int i = 0; i < PROBLEMS; i++) {
      ExactSolver exact = new ExactSolver(SmallProblems.sample(1000 + i));
      double optimum = exact.optimum();
      double ours = exact.ofPlanner();
      assertThat(ours).as("problem %d", i).isGreaterThanOrEqualTo(optimum - 1e-9);
      excess[i] = ours / optimum - 1;
      sum += excess[i];
    }
    Arrays.sort(excess);
    double mean = sum / PROBLEMS;
    double high = excess[(int) Math.ceil(0.99 * PROBLEMS) - 1];
    double worst = excess[PROBLEMS - 1];
    System.out.printf(
        Locale.ROOT,
        "planner against exact dynamic programming, %d problems: mean +%.3f %%, 99th percentile"
            + " +%.2f %%, worst +%.2f %%%n",
        PROBLEMS,
        100 * mean,
        100 * high,
        100 * worst);
    assertThat(mean).isLessThanOrEqualTo(0.005);
    assertThat(high).isLessThanOrEqualTo(0.03);
    assertThat(worst).isLessThanOrEqualTo(0.10);
  }

  @Test
  void refersWhenNothingCanBeCured() {
    Problem hopeless =
        Problem.of(
            1,
            new double[] {1},
            new double[][][] {{{0.5}, {0.5}}},
            new double[] {5},
            new int[][] {{}},
            new double[][] {{}},
            60);
    assertThat(Planner.rank(hopeless, new double[] {1}, new boolean[] {true}, new boolean[] {true}))
        .first()
        .isEqualTo(new Planner.Choice(Planner.Kind.REFER, 0, 60));
  }

  @Test
  void curesAtOnceWhenTheCauseIsCertain() {
    SmallProblems.Sample sample = SmallProblems.sample(7);
    double[] certain = new double[sample.prior().length];
    certain[sample.problem().cures()[0][0]] = 1;
    boolean[] checks = new boolean[sample.problem().checks()];
    boolean[] repairs = new boolean[sample.problem().repairs()];
    Arrays.fill(checks, true);
    Arrays.fill(repairs, true);
    assertThat(Planner.rank(sample.problem(), certain, checks, repairs).get(0).kind())
        .isNotEqualTo(Planner.Kind.CHECK);
  }

  @Test
  void scalesWithTheWeightsWithoutChangingItsMind() {
    SmallProblems.Sample sample = SmallProblems.sample(11);
    boolean[] checks = new boolean[sample.problem().checks()];
    boolean[] repairs = new boolean[sample.problem().repairs()];
    Arrays.fill(checks, true);
    Arrays.fill(repairs, true);
    double[] scaled = Arrays.stream(sample.prior()).map(w -> w * 1e-6).toArray();
    assertThat(Planner.rank(sample.problem(), scaled, checks, repairs).get(0).index())
        .isEqualTo(Planner.rank(sample.problem(), sample.prior(), checks, repairs).get(0).index());
  }
}
