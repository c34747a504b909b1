package dottore.core.diagnosis;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Ranks the next steps of a {@link Problem} by expected bench minutes to the end of the job.
 *
 * <p>Cures are priced in the order of chance over cost, updated after each failure, with referring
 * priced after every one (Kadane and Simon 1977; Heckerman, Breese and Rommelse 1995). Checks are
 * looked ahead two steps. Work is bounded by counts, never by a clock, so that the same case gives
 * the same answer everywhere.
 */
final class Planner {
  /** What to do. */
  enum Kind {
    CHECK,
    REPAIR,
    REFER
  }

  /**
   * A step with what the whole job is expected to cost when it is taken now.
   *
   * @param index of the check or repair, 0 for referring
   */
  record Choice(Kind kind, int index, double minutes) {}

  private static final double NEGLIGIBLE_HYPOTHESIS = 1e-3;
  private static final double NEGLIGIBLE_REPAIR = 0.005;
  private static final double NEGLIGIBLE_REST = 0.003;
  private static final double NEGLIGIBLE_SPLIT = 0.01;
  private static final int LOOK_AHEAD_STEPS = 6;
  private static final int LOOK_AHEAD_CHECKS = 10;

  private final double refer;
  private final int size;
  private final int checks;
  private final int repairs;
  private final double[] start;
  private final double[][][] likelihood;
  private final double[] checkCost;
  private final double[] repairCost;
  private final int[][] cures;
  private final double[][] works;
  private final int[][] repairsOf;
  private final double[][] worksOf;
  private final double[] known;
  private final boolean[] checkOpen;
  private final boolean[] repairOpen;
  private final double cheapestCheck;

  private final double[] scratchQ;
  private final double[] scratchV;

  private Planner(
      Problem problem, double[] weights, boolean[] checkIsOpen, boolean[] repairIsOpen) {
    refer = problem.refer();
    int[] kept = kept(weights);
    size = kept.length;
    start = new double[size];
    double sum = 0;
    for (int k : kept) {
      sum += weights[k];
    }
    int[] position = new int[weights.length];
    Arrays.fill(position, -1);
    for (int i = 0; i < size; i++) {
      start[i] = weights[kept[i]] / sum;
      position[kept[i]] = i;
    }

    checks = problem.checks();
    checkCost = problem.checkCost();
    likelihood = new double[checks][][];
    checkOpen = new boolean[checks];
    double cheapest = Double.POSITIVE_INFINITY;
    for (int c = 0; c < checks; c++) {
      if (checkIsOpen[c]) {
        likelihood[c] = compact(problem.likelihood()[c], kept);
        checkOpen[c] = true;
      }
    }
    for (int c = 0; c < checks; c++) {
      if (checkOpen[c] && split(c, start, 1) >= NEGLIGIBLE_SPLIT) {
        cheapest = Math.min(cheapest, checkCost[c]);
      } else {
        checkOpen[c] = false;
      }
    }
    cheapestCheck = cheapest;

    repairs = problem.repairs();
    repairCost = problem.repairCost();
    repairOpen = repairIsOpen.clone();
    cures = new int[repairs][];
    works = new double[repairs][];
    int[] shared = new int[size];
    for (int r = 0; r < repairs; r++) {
      compactRepair(problem, r, position);
      for (int h : cures[r]) {
        shared[h]++;
      }
    }
    repairsOf = new int[size][];
    worksOf = new double[size][];
    for (int h = 0; h < size; h++) {
      repairsOf[h] = new int[shared[h]];
      worksOf[h] = new double[shared[h]];
    }
    Arrays.fill(shared, 0);
    for (int r = 0; r < repairs; r++) {
      for (int k = 0; k < cures[r].length; k++) {
        int h = cures[r][k];
        repairsOf[h][shared[h]] = r;
        worksOf[h][shared[h]++] = works[r][k];
      }
    }
    known = new double[size];
    for (int h = 0; h < size; h++) {
      known[h] = costIfKnown(h);
    }
    scratchQ = new double[size];
    scratchV = new double[repairs];
  }

  /**
   * The steps by expected minutes, cheapest first; referring is always among them.
   *
   * @param weights of the hypotheses, not all zero, in any scale
   * @param checkOpen which checks may be offered
   * @param repairOpen which repairs may be offered
   */
  static List<Choice> rank(
      Problem problem, double[] weights, boolean[] checkOpen, boolean[] repairOpen) {
    return new Planner(problem, weights, checkOpen, repairOpen).rank();
  }

  private static int[] kept(double[] weights) {
    double largest = 0;
    for (double w : weights) {
      largest = Math.max(largest, w);
    }
    int[] kept = new int[weights.length];
    int n = 0;
    for (int h = 0; h < weights.length; h++) {
      if (weights[h] >= NEGLIGIBLE_HYPOTHESIS * largest && weights[h] > 0) {
        kept[n++] = h;
      }
    }
    return Arrays.copyOf(kept, n);
  }

  private static double[][] compact(double[][] rows, int[] kept) {
    double[][] compact = new double[rows.length][kept.length];
    for (int o = 0; o < rows.length; o++) {
      for (int i = 0; i < kept.length; i++) {
        compact[o][i] = rows[o][kept[i]];
      }
    }
    return compact;
  }

  private void compactRepair(Problem problem, int r, int[] position) {
    int[] all = problem.cures()[r];
    int[] at = new int[all.length];
    double[] chance = new double[all.length];
    int n = 0;
    if (repairOpen[r]) {
      for (int k = 0; k < all.length; k++) {
        if (position[all[k]] >= 0 && problem.works()[r][k] > 0) {
          at[n] = position[all[k]];
          chance[n++] = problem.works()[r][k];
        }
      }
    }
    cures[r] = Arrays.copyOf(at, n);
    works[r] = Arrays.copyOf(chance, n);
    repairOpen[r] = n > 0;
  }

  /**
   * The cost of one hypothesis if it were certain: its repairs by chance over cost, best prefix.
   */
  private double costIfKnown(int h) {
    int n = repairsOf[h].length;
    Integer[] order = new Integer[n];
    Arrays.setAll(order, i -> i);
    Arrays.sort(
        order, Comparator.comparingDouble(i -> -worksOf[h][i] / repairCost[repairsOf[h][i]]));
    double best = refer;
    double spent = 0;
    double left = 1;
    for (int i : order) {
      spent += left * repairCost[repairsOf[h][i]];
      left *= 1 - worksOf[h][i];
      best = Math.min(best, spent + left * refer);
    }
    return best;
  }

  private List<Choice> rank() {
    double base = cureInOrder(start, 1);
    double bound = bound(start);
    List<Choice> choices = new ArrayList<>();
    choices.add(new Choice(Kind.REFER, 0, refer));
    for (int r = 0; r < repairs; r++) {
      if (repairOpen[r]) {
        choices.add(new Choice(Kind.REPAIR, r, repairScore(r, false, Double.POSITIVE_INFINITY)));
      }
    }
    for (int c = 0; c < checks; c++) {
      if (checkOpen[c]) {
        choices.add(new Choice(Kind.CHECK, c, checkScore(c, false, Double.POSITIVE_INFINITY)));
      }
    }
    Comparator<Choice> order = Comparator.comparingDouble(Choice::minutes);
    choices.sort(order);
    if (base - bound > cheapestCheck) {
      double best = Double.POSITIVE_INFINITY;
      for (int i = 0; i < Math.min(LOOK_AHEAD_STEPS, choices.size()); i++) {
        Choice choice = choices.get(i);
        double deeper =
            switch (choice.kind()) {
              case CHECK -> checkScore(choice.index(), true, best);
              case REPAIR -> repairScore(choice.index(), true, best);
              case REFER -> refer;
            };
        double score = Math.min(choice.minutes(), deeper);
        choices.set(i, new Choice(choice.kind(), choice.index(), score));
        best = Math.min(best, score);
      }
      choices.sort(order);
    }
    return choices;
  }

  private double checkScore(int c, boolean ahead, double limit) {
    double score = checkCost[c];
    double rest = bound(start);
    double[] q = new double[size];
    for (double[] row : likelihood[c]) {
      double mass = 0;
      for (int h = 0; h < size; h++) {
        q[h] = start[h] * row[h];
        mass += q[h];
      }
      if (mass <= 0) {
        continue;
      }
      rest -= bound(q);
      if (ahead) {
        boolean open = checkOpen[c];
        checkOpen[c] = false;
        score += value(q, mass);
        checkOpen[c] = open;
      } else {
        score += cureInOrder(q, mass);
      }
      if (score + rest >= limit) {
        return Double.POSITIVE_INFINITY;
      }
    }
    return score;
  }

  private double repairScore(int r, boolean ahead, double limit) {
    double[] q = start.clone();
    double mass = 1;
    for (int k = 0; k < cures[r].length; k++) {
      double cured = q[cures[r][k]] * works[r][k];
      q[cures[r][k]] -= cured;
      mass -= cured;
    }
    if (repairCost[r] + bound(q) >= limit) {
      return Double.POSITIVE_INFINITY;
    }
    repairOpen[r] = false;
    double rest = ahead ? value(q, mass) : cureInOrder(q, mass);
    repairOpen[r] = true;
    return repairCost[r] + rest;
  }

  /** Expected cost from q with one check of look-ahead; q is not normalized and not changed. */
  private double value(double[] q, double mass) {
    double best = cureInOrder(q, mass);
    double bound = bound(q);
    if (best - bound <= mass * cheapestCheck) {
      return best;
    }
    int[] order = new int[LOOK_AHEAD_CHECKS];
    double[] promise = new double[LOOK_AHEAD_CHECKS];
    int n = 0;
    double gain = (best - bound) / mass;
    for (int c = 0; c < checks; c++) {
      if (!checkOpen[c] || checkCost[c] * mass + bound >= best) {
        continue;
      }
      double p = gain * split(c, q, mass) - checkCost[c];
      if (n < LOOK_AHEAD_CHECKS || p > promise[n - 1]) {
        n = Math.min(LOOK_AHEAD_CHECKS, n + 1);
        int at = n - 1;
        while (at > 0 && promise[at - 1] < p) {
          promise[at] = promise[at - 1];
          order[at] = order[at - 1];
          at--;
        }
        promise[at] = p;
        order[at] = c;
      }
    }
    double[] next = new double[size];
    for (int i = 0; i < n; i++) {
      int c = order[i];
      double score = mass * checkCost[c];
      double rest = bound;
      for (double[] row : likelihood[c]) {
        double m = 0;
        for (int h = 0; h < size; h++) {
          next[h] = q[h] * row[h];
          m += next[h];
        }
        rest -= bound(next);
        score += cureInOrder(next, m);
        if (score + rest >= best) {
          score = Double.POSITIVE_INFINITY;
          break;
        }
      }
      best = Math.min(best, score);
    }
    return best;
  }

  /** Expected cost of curing in the order of chance over cost, stopping to refer where cheapest. */
  private double cureInOrder(double[] weights, double mass) {
    double[] q = scratchQ;
    double[] v = scratchV;
    System.arraycopy(weights, 0, q, 0, size);
    double floor = NEGLIGIBLE_REPAIR * mass / refer;
    for (int r = 0; r < repairs; r++) {
      v[r] = 0;
      if (repairOpen[r]) {
        double cured = 0;
        for (int k = 0; k < cures[r].length; k++) {
          cured += q[cures[r][k]] * works[r][k];
        }
        double value = cured / repairCost[r];
        v[r] = value > floor ? value : 0;
      }
    }
    double left = mass;
    double spent = 0;
    double best = mass * refer;
    while (left >= NEGLIGIBLE_REST * mass) {
      int r = -1;
      double most = 0;
      for (int k = 0; k < repairs; k++) {
        if (v[k] > most) {
          most = v[k];
          r = k;
        }
      }
      if (r < 0) {
        break;
      }
      spent += left * repairCost[r];
      if (spent >= best) {
        break;
      }
      left -= fail(r, q, v);
      best = Math.min(best, spent + left * refer);
    }
    return best;
  }

  /** Marks a repair as tried and failed; returns how much of the mass it would have cured. */
  private double fail(int r, double[] q, double[] v) {
    double cured = 0;
    for (int k = 0; k < cures[r].length; k++) {
      int h = cures[r][k];
      double part = q[h] * works[r][k];
      if (part > 0) {
        q[h] -= part;
        cured += part;
        for (int other = 0; other < repairsOf[h].length; other++) {
          int o = repairsOf[h][other];
          if (v[o] > 0) {
            v[o] -= part * worksOf[h][other] / repairCost[o];
          }
        }
      }
    }
    v[r] = 0;
    return cured;
  }

  /** No road is cheaper than knowing the cause and curing it. */
  private double bound(double[] q) {
    double sum = 0;
    for (int h = 0; h < size; h++) {
      sum += q[h] * known[h];
    }
    return sum;
  }

  /** How far a check moves the weights on average, 0 to 1 (total variation). */
  private double split(int c, double[] q, double mass) {
    double sum = 0;
    for (double[] row : likelihood[c]) {
      double mean = 0;
      for (int h = 0; h < size; h++) {
        mean += q[h] * row[h];
      }
      mean /= mass;
      for (int h = 0; h < size; h++) {
        sum += q[h] * Math.abs(row[h] - mean);
      }
    }
    return sum / (2 * mass);
  }
}
