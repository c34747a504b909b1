package dottore.core.diagnosis;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * Exact expected costs by dynamic programming over histories: which answer each check gave, and
 * which repairs failed. Written for plainness, sharing nothing with the planner.
 */
final class ExactSolver {
  private final Problem problem;
  private final double[] prior;

  ExactSolver(SmallProblems.Sample sample) {
    this.problem = sample.problem();
    this.prior = sample.prior();
  }

  /** The cost of the best policy there is. */
  double optimum() {
    return cost(new HashMap<>(), start(), null);
  }

  /** The cost of the policy that follows the planner. */
  double ofPlanner() {
    return cost(
        new HashMap<>(),
        start(),
        node -> Planner.rank(problem, node.q, node.checkOpen, node.repairOpen).get(0));
  }

  /**
   * @param history three bits for each action: 0 open, else what it gave, counted from 1
   */
  private record Node(double[] q, boolean[] checkOpen, boolean[] repairOpen, long history) {}

  private Node start() {
    boolean[] checks = new boolean[problem.checks()];
    boolean[] repairs = new boolean[problem.repairs()];
    Arrays.fill(checks, true);
    Arrays.fill(repairs, true);
    return new Node(prior.clone(), checks, repairs, 0);
  }

  /** Unnormalized: the cost times the chance of getting here. */
  private double cost(Map<Long, Double> memo, Node node, Function<Node, Planner.Choice> policy) {
    double mass = Arrays.stream(node.q).sum();
    if (mass < 1e-13) {
      return 0;
    }
    Double seen = memo.get(node.history);
    if (seen != null) {
      return seen;
    }
    double result;
    if (policy != null) {
      result = taking(memo, node, mass, policy.apply(node), policy);
    } else {
      result = mass * problem.refer();
      for (int c = 0; c < problem.checks(); c++) {
        if (node.checkOpen[c]) {
          result =
              Math.min(
                  result,
                  taking(memo, node, mass, new Planner.Choice(Planner.Kind.CHECK, c, 0), null));
        }
      }
      for (int r = 0; r < problem.repairs(); r++) {
        if (node.repairOpen[r]) {
          result =
              Math.min(
                  result,
                  taking(memo, node, mass, new Planner.Choice(Planner.Kind.REPAIR, r, 0), null));
        }
      }
    }
    memo.put(node.history, result);
    return result;
  }

  private double taking(
      Map<Long, Double> memo,
      Node node,
      double mass,
      Planner.Choice choice,
      Function<Node, Planner.Choice> policy) {
    int i = choice.index();
    return switch (choice.kind()) {
      case REFER -> mass * problem.refer();
      case REPAIR -> {
        double[] q = node.q.clone();
        for (int k = 0; k < problem.cures()[i].length; k++) {
          q[problem.cures()[i][k]] *= 1 - problem.works()[i][k];
        }
        boolean[] open = node.repairOpen.clone();
        open[i] = false;
        long history = node.history | 1L << 3 * (problem.checks() + i);
        yield mass * problem.repairCost()[i]
            + cost(memo, new Node(q, node.checkOpen, open, history), policy);
      }
      case CHECK -> {
        double sum = mass * problem.checkCost()[i];
        boolean[] open = node.checkOpen.clone();
        open[i] = false;
        List<double[]> rows = List.of(problem.likelihood()[i]);
        for (int o = 0; o < rows.size(); o++) {
          double[] q = node.q.clone();
          for (int h = 0; h < q.length; h++) {
            q[h] *= rows.get(o)[h];
          }
          long history = node.history | (o + 1L) << 3 * i;
          sum += cost(memo, new Node(q, open, node.repairOpen, history), policy);
        }
        yield sum;
      }
    };
  }
}
