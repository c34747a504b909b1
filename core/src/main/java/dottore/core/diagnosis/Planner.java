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
 *
 * <p>Two things keep it fast: a check is held as the answer that most hypotheses share and the few
 * that differ; and whatever is about cures needs the weights by group only (see {@link
 * Problem#group()}).
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

  /**
   * A check over the kept hypotheses.
   *
   * @param usual chance of each outcome for all but the special ones
   * @param special hypotheses with chances of their own
   * @param chance those chances, by outcome, beside {@code special}
   */
  private record Table(double[] usual, int[] special, double[][] chance) {
    int outcomes() {
      return usual.length;
    }
  }

  private static final double NEGLIGIBLE_HYPOTHESIS = 1e-3;
  private static final double NEGLIGIBLE_SPLIT = 0.01;
  private static final double NEGLIGIBLE_BRANCH = 0.02;

  /** Steps of the first ranking that are looked at once more. */
  static final int LOOK_AHEAD_STEPS = 10;

  /** Checks that cost no more bench minutes than this are always looked at once more. */
  private static final double CHEAP_LOOK = 2.5;

  /** With more hypotheses than this in play little is known, and less is looked at twice. */
  private static final int WIDE = 100;

  private static final int WIDE_STEPS = 4;

  /** With fewer open checks than this there is not always one that finds out more. */
  private static final int MORE_TO_LEARN = 12;

  private static final int LOOK_AHEAD_CHECKS = 10;

  private final double refer;
  private final int size;
  private final int checks;
  private final int repairs;
  private final double[] start;
  private final double[] startSums;
  private final Table[] tables;
  private final double[] checkCost;
  private final int groups;
  private final int[] groupOf;
  private final boolean[] checkOpen;
  private final double cheapestCheck;
  private final boolean moreToLearn;
  private final CureOrder cures;

  private final double[] scratchSums;

  private Planner(
      Problem problem, double[] weights, boolean[] checkIsOpen, boolean[] repairIsOpen) {
    refer = problem.refer();
    int[] kept = kept(weights);
    size = kept.length;
    double sum = 0;
    for (int k : kept) {
      sum += weights[k];
    }
    start = new double[size];
    groupOf = new int[size];
    int[] position = new int[weights.length];
    int[] groupNumber = new int[weights.length];
    Arrays.fill(position, -1);
    Arrays.fill(groupNumber, -1);
    int n = 0;
    for (int i = 0; i < size; i++) {
      int h = kept[i];
      int g = problem.group()[h];
      start[i] = weights[h] / sum;
      position[h] = i;
      if (groupNumber[g] < 0) {
        groupNumber[g] = n++;
      }
      groupOf[i] = groupNumber[g];
    }
    groups = n;
    startSums = sums(start);

    checks = problem.checks();
    checkCost = problem.checkCost();
    tables = new Table[checks];
    checkOpen = new boolean[checks];
    double cheapest = Double.POSITIVE_INFINITY;
    int openChecks = 0;
    for (int c = 0; c < checks; c++) {
      if (checkIsOpen[c]) {
        tables[c] = table(problem, c, position);
        if (split(c, start, 1) >= NEGLIGIBLE_SPLIT) {
          checkOpen[c] = true;
          openChecks++;
          cheapest = Math.min(cheapest, checkCost[c]);
        }
      }
    }
    cheapestCheck = cheapest;
    moreToLearn = openChecks >= MORE_TO_LEARN;

    repairs = problem.repairs();
    cures = new CureOrder(problem, repairIsOpen, position, groupOf, startSums);
    scratchSums = new double[groups];
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
    return rank(problem, weights, checkOpen, repairOpen, LOOK_AHEAD_STEPS);
  }

  /**
   * The same with a look ahead at so many of the best steps; without one the first ranking stands.
   */
  static List<Choice> rank(
      Problem problem, double[] weights, boolean[] checkOpen, boolean[] repairOpen, int lookAhead) {
    return new Planner(problem, weights, checkOpen, repairOpen).rank(lookAhead);
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

  private static Table table(Problem problem, int c, int[] position) {
    double[][] rows = problem.likelihood()[c];
    int[] all = problem.special()[c];
    int[] special = new int[all.length];
    double[][] chance = new double[rows.length][all.length];
    int n = 0;
    for (int h : all) {
      if (position[h] >= 0) {
        for (int o = 0; o < rows.length; o++) {
          chance[o][n] = rows[o][h];
        }
        special[n++] = position[h];
      }
    }
    double[] usual = new double[rows.length];
    for (int o = 0; o < rows.length; o++) {
      usual[o] = rows[o][problem.usual()[c]];
    }
    return new Table(usual, Arrays.copyOf(special, n), chance);
  }

  private List<Choice> rank(int lookAhead) {
    double base = cures.price(startSums, 1);
    double bound = cures.bound(startSums);
    List<Choice> choices = new ArrayList<>();
    choices.add(new Choice(Kind.REFER, 0, refer));
    for (int r = 0; r < repairs; r++) {
      if (cures.isOpen(r)) {
        choices.add(new Choice(Kind.REPAIR, r, repairScore(r, false)));
      }
    }
    for (int c = 0; c < checks; c++) {
      if (checkOpen[c]) {
        choices.add(new Choice(Kind.CHECK, c, checkScore(c, false)));
      }
    }
    Comparator<Choice> order = Comparator.comparingDouble(Choice::minutes);
    choices.sort(order);
    if (base - bound > cheapestCheck) {
      boolean wide = size > WIDE;
      int deep = wide ? Math.min(lookAhead, WIDE_STEPS) : lookAhead;
      for (int i = 0; i < choices.size(); i++) {
        Choice choice = choices.get(i);
        boolean cheap = deep > 0 && !wide && choice.kind() == Kind.CHECK;
        if (i >= deep && !(cheap && checkCost[choice.index()] <= CHEAP_LOOK)) {
          continue;
        }
        double deeper =
            switch (choice.kind()) {
              case CHECK -> checkScore(choice.index(), true);
              case REPAIR -> repairScore(choice.index(), true);
              case REFER -> refer;
            };
        double score = Math.min(choice.minutes(), deeper);
        choices.set(i, new Choice(choice.kind(), choice.index(), score));
      }
      choices.sort(order);
    }
    return choices;
  }

  private double checkScore(int c, boolean ahead) {
    double score = checkCost[c];
    double[] sums = new double[groups];
    double[] q = new double[size];
    for (int o = 0; o < tables[c].outcomes(); o++) {
      double mass = weigh(start, startSums, 1, tables[c], o, sums);
      if (mass <= 0) {
        continue;
      }
      if (ahead && mass >= NEGLIGIBLE_BRANCH) {
        weigh(start, tables[c], o, q);
        checkOpen[c] = false;
        score += value(q, sums, mass);
        checkOpen[c] = true;
      } else {
        score += rest(sums, mass);
      }
    }
    return score;
  }

  private double repairScore(int r, boolean ahead) {
    double[] share = cures.share(r);
    double[] q = new double[size];
    double mass = 0;
    for (int h = 0; h < size; h++) {
      q[h] = start[h] * (1 - share[groupOf[h]]);
      mass += q[h];
    }
    double[] sums = sums(q);
    cures.set(r, false);
    double rest = ahead ? value(q, sums, mass) : rest(sums, mass);
    cures.set(r, true);
    return cures.cost(r) + rest;
  }

  /**
   * Expected cost from q with one check of look-ahead; q is not normalized and not changed.
   *
   * @param sums of q by group
   * @param mass of q altogether
   */
  private double value(double[] q, double[] sums, double mass) {
    double best = rest(sums, mass);
    double bound = cures.bound(sums);
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
    double[] next = scratchSums;
    for (int i = 0; i < n; i++) {
      Table table = tables[order[i]];
      double score = mass * checkCost[order[i]];
      double rest = bound;
      for (int o = 0; o < table.outcomes(); o++) {
        double m = weigh(q, sums, mass, table, o, next);
        rest -= cures.bound(next);
        score += rest(next, m, best - score - rest);
        if (score + rest >= best) {
          score = Double.POSITIVE_INFINITY;
          break;
        }
      }
      best = Math.min(best, score);
    }
    return best;
  }

  /** What the end of a look ahead is worth. */
  private double rest(double[] sums, double mass) {
    return rest(sums, mass, Double.POSITIVE_INFINITY);
  }

  /** The same; at or above {@code enough} it need not be exact. */
  private double rest(double[] sums, double mass, double enough) {
    return moreToLearn ? cures.leaf(sums, mass, enough) : cures.price(sums, mass, enough);
  }

  /** The weights by group. */
  private double[] sums(double[] q) {
    double[] sums = new double[groups];
    for (int h = 0; h < size; h++) {
      sums[groupOf[h]] += q[h];
    }
    return sums;
  }

  /** Weighs q by one outcome. */
  private void weigh(double[] q, Table table, int o, double[] into) {
    for (int h = 0; h < size; h++) {
      into[h] = q[h] * table.usual[o];
    }
    for (int k = 0; k < table.special.length; k++) {
      into[table.special[k]] = q[table.special[k]] * table.chance[o][k];
    }
  }

  /** Weighs the sums of q by one outcome; returns the mass. */
  private double weigh(double[] q, double[] sums, double mass, Table table, int o, double[] into) {
    double usual = table.usual[o];
    double all = usual * mass;
    for (int g = 0; g < groups; g++) {
      into[g] = usual * sums[g];
    }
    double[] chance = table.chance[o];
    int[] special = table.special;
    for (int k = 0; k < special.length; k++) {
      double change = q[special[k]] * (chance[k] - usual);
      into[groupOf[special[k]]] += change;
      all += change;
    }
    return all;
  }

  /** How far a check moves the weights on average, 0 to 1 (total variation). */
  private double split(int c, double[] q, double mass) {
    Table table = tables[c];
    int[] special = table.special;
    double others = mass;
    for (int h : special) {
      others -= q[h];
    }
    others = Math.max(0, others);
    double sum = 0;
    for (int o = 0; o < table.outcomes(); o++) {
      double[] chance = table.chance[o];
      double mean = others * table.usual[o];
      for (int k = 0; k < special.length; k++) {
        mean += q[special[k]] * chance[k];
      }
      mean /= mass;
      sum += others * Math.abs(table.usual[o] - mean);
      for (int k = 0; k < special.length; k++) {
        sum += q[special[k]] * Math.abs(chance[k] - mean);
      }
    }
    return sum / (2 * mass);
  }
}
