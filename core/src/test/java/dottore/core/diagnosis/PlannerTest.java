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

  /**
   * Nothing is left to ask: the repair with the best chance per minute, or referring if none pays.
   */
  @Test
  void curesAtOnceWhenTheCauseIsCertain() {
    int cured = 0;
    for (int seed = 1; seed <= 60; seed++) {
      SmallProblems.Sample sample = SmallProblems.sample(seed);
      Problem problem = sample.problem();
      double[] certain = new double[sample.prior().length];
      int cause = seed % certain.length;
      certain[cause] = 1;
      int best = -1;
      double rate = 1 / problem.refer();
      for (int r = 0; r < problem.repairs(); r++) {
        for (int k = 0; k < problem.cures()[r].length; k++) {
          double own = problem.works()[r][k] / problem.repairCost()[r];
          if (problem.cures()[r][k] == cause && own > rate) {
            best = r;
            rate = own;
          }
        }
      }
      boolean[] checks = new boolean[problem.checks()];
      boolean[] repairs = new boolean[problem.repairs()];
      Arrays.fill(checks, true);
      Arrays.fill(repairs, true);
      var first = Planner.rank(problem, certain, checks, repairs).get(0);
      assertThat(first.kind())
          .as("sample %d", seed)
          .isEqualTo(best < 0 ? Planner.Kind.REFER : Planner.Kind.REPAIR);
      if (best >= 0) {
        assertThat(first.index()).as("sample %d", seed).isEqualTo(best);
        cured++;
      }
    }
    assertThat(cured).isGreaterThan(30);
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
