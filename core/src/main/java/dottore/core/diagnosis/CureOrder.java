package dottore.core.diagnosis;

import java.util.Arrays;
import java.util.Comparator;

/**
 * Prices curing without any further check: repairs in the order of chance over cost, updated after
 * each failure, with referring priced after every one (Kadane and Simon 1977). Works on weights by
 * group (see {@link Problem#group()}); allocates nothing per price; one per planner, one thread.
 */
final class CureOrder {
  private static final double NEGLIGIBLE_REPAIR = 0.005;
  private static final double NEGLIGIBLE_REST = 0.003;
  private static final double FINDING_OUT = 8;
  private static final double PER_BIT = 16;

  private final double refer;
  private final int groups;
  private final int repairs;
  private final double[] repairCost;
  private final boolean[] open;
  private final int[][] cures;
  private final double[][] works;
  private final double[][] perMinute;
  private final int[][] repairsOf;
  private final double[][] worksOf;
  private final double[][] perMinuteOf;
  private final double[] known;

  private final double[] scratchLeft;
  private final double[] scratchWorth;
  private final double[] scratchKey;
  private final int[] scratchOrder;
  private final int[] usualOrder;
  private int usualRepairs;

  /** What curing takes at least where a price stands now: no road is cheaper than knowing. */
  private double leastLeft;

  /**
   * @param position where a hypothesis of the problem stands among the kept ones, or -1
   * @param groupOf the group of each kept hypothesis
   * @param startSums weights by group at the start; they give the usual order of repairs
   */
  CureOrder(
      Problem problem, boolean[] repairIsOpen, int[] position, int[] groupOf, double[] startSums) {
    refer = problem.refer();
    groups = startSums.length;
    repairs = problem.repairs();
    repairCost = problem.repairCost();
    open = repairIsOpen.clone();
    cures = new int[repairs][];
    works = new double[repairs][];
    perMinute = new double[repairs][];
    int[] shared = new int[groups];
    for (int r = 0; r < repairs; r++) {
      compactRepair(problem, r, position, groupOf);
      for (int g : cures[r]) {
        shared[g]++;
      }
    }
    repairsOf = new int[groups][];
    worksOf = new double[groups][];
    perMinuteOf = new double[groups][];
    for (int g = 0; g < groups; g++) {
      repairsOf[g] = new int[shared[g]];
      worksOf[g] = new double[shared[g]];
      perMinuteOf[g] = new double[shared[g]];
    }
    Arrays.fill(shared, 0);
    for (int r = 0; r < repairs; r++) {
      for (int k = 0; k < cures[r].length; k++) {
        int g = cures[r][k];
        repairsOf[g][shared[g]] = r;
        worksOf[g][shared[g]] = works[r][k];
        perMinuteOf[g][shared[g]++] = perMinute[r][k];
      }
    }
    known = new double[groups];
    for (int g = 0; g < groups; g++) {
      known[g] = costIfKnown(g);
    }
    scratchLeft = new double[groups];
    scratchWorth = new double[repairs];
    scratchKey = new double[repairs];
    scratchOrder = new int[repairs];
    usualOrder = new int[repairs];
    Arrays.setAll(usualOrder, r -> r);
    usualRepairs = repairs;
    usualRepairs = inOrderOfWorth(startSums, 0);
    System.arraycopy(scratchOrder, 0, usualOrder, 0, usualRepairs);
  }

  boolean isOpen(int r) {
    return open[r];
  }

  void set(int r, boolean isOpen) {
    open[r] = isOpen;
  }

  double cost(int r) {
    return repairCost[r];
  }

  /** The chance that a repair cures, by group. */
  double[] share(int r) {
    double[] share = new double[groups];
    for (int k = 0; k < cures[r].length; k++) {
      share[cures[r][k]] = works[r][k];
    }
    return share;
  }

  private void compactRepair(Problem problem, int r, int[] position, int[] groupOf) {
    int[] all = problem.cures()[r];
    int[] at = new int[all.length];
    double[] chance = new double[all.length];
    boolean[] seen = new boolean[groups];
    int n = 0;
    if (open[r]) {
      for (int k = 0; k < all.length; k++) {
        int h = position[all[k]];
        if (h >= 0 && !seen[groupOf[h]] && problem.works()[r][k] > 0) {
          seen[groupOf[h]] = true;
          at[n] = groupOf[h];
          chance[n++] = problem.works()[r][k];
        }
      }
    }
    cures[r] = Arrays.copyOf(at, n);
    works[r] = Arrays.copyOf(chance, n);
    perMinute[r] = Arrays.stream(works[r]).map(w -> w / repairCost[r]).toArray();
    open[r] = n > 0;
  }

  /** The cost of one group if it were certain: its repairs by chance over cost, best prefix. */
  private double costIfKnown(int g) {
    int n = repairsOf[g].length;
    Integer[] order = new Integer[n];
    Arrays.setAll(order, i -> i);
    Arrays.sort(
        order, Comparator.comparingDouble(i -> -worksOf[g][i] / repairCost[repairsOf[g][i]]));
    double best = refer;
    double spent = 0;
    double left = 1;
    for (int i : order) {
      spent += left * repairCost[repairsOf[g][i]];
      left *= 1 - worksOf[g][i];
      best = Math.min(best, spent + left * refer);
    }
    return best;
  }

  /**
   * Expected cost of curing in the order of chance over cost, stopping to refer where cheapest.
   *
   * @param sums weights by group, in any scale; not changed
   * @param mass their sum
   */
  double price(double[] sums, double mass) {
    return price(sums, mass, Double.POSITIVE_INFINITY);
  }

  /**
   * The same.
   *
   * @param enough at or above it the price need not be exact, only not below
   */
  double price(double[] sums, double mass, double enough) {
    return price(sums, mass, mass * refer, enough);
  }

  /** The same where another way costs so much: never more than that. */
  private double price(double[] sums, double mass, double otherwise, double enough) {
    leastLeft = bound(sums);
    if (Math.min(otherwise, leastLeft) >= enough) {
      return otherwise;
    }
    double[] left = scratchLeft;
    double[] worth = scratchWorth;
    double[] key = scratchKey;
    int[] order = scratchOrder;
    System.arraycopy(sums, 0, left, 0, groups);
    int n = inOrderOfWorth(left, NEGLIGIBLE_REPAIR * mass / refer);
    double rest = mass;
    double spent = 0;
    double best = otherwise;
    int i = 0;
    while (i < n && rest >= NEGLIGIBLE_REST * mass) {
      double least = spent + leastLeft;
      if (least >= best || Math.min(best, least) >= enough) {
        break;
      }
      int r = order[i];
      if (worth[r] < key[r]) {
        // Others cured part of what this one would: it moves back to where it now belongs.
        key[r] = worth[r];
        moveBack(i, n);
        continue;
      }
      if (worth[r] <= 0) {
        break;
      }
      spent += rest * repairCost[r];
      rest -= fail(r, left, worth);
      best = Math.min(best, spent + rest * refer);
      i++;
    }
    return best;
  }

  /**
   * Sorts the repairs that are worth pricing into {@code scratchOrder}; returns how many. One
   * answer changes the order little, so that inserting in the usual order costs little.
   */
  private int inOrderOfWorth(double[] left, double floor) {
    double[] worth = scratchWorth;
    double[] key = scratchKey;
    int[] order = scratchOrder;
    int n = 0;
    for (int i = 0; i < usualRepairs; i++) {
      int r = usualOrder[i];
      worth[r] = 0;
      if (!open[r]) {
        continue;
      }
      double value = 0;
      for (int k = 0; k < cures[r].length; k++) {
        value += left[cures[r][k]] * perMinute[r][k];
      }
      if (value > floor) {
        worth[r] = value;
        key[r] = value;
        int at = n++;
        while (at > 0 && key[order[at - 1]] < value) {
          order[at] = order[at - 1];
          at--;
        }
        order[at] = r;
      }
    }
    return n;
  }

  private void moveBack(int from, int n) {
    int[] order = scratchOrder;
    int r = order[from];
    int at = from;
    while (at + 1 < n && scratchKey[order[at + 1]] > scratchKey[r]) {
      order[at] = order[at + 1];
      at++;
    }
    order[at] = r;
  }

  /** Marks a repair as tried and failed; returns how much of the mass it would have cured. */
  private double fail(int r, double[] left, double[] worth) {
    double cured = 0;
    for (int k = 0; k < cures[r].length; k++) {
      int g = cures[r][k];
      double part = left[g] * works[r][k];
      if (part > 0) {
        left[g] -= part;
        cured += part;
        leastLeft -= part * known[g];
        int[] others = repairsOf[g];
        for (int other = 0; other < others.length; other++) {
          worth[others[other]] -= part * perMinuteOf[g][other];
        }
      }
    }
    worth[r] = 0;
    return cured;
  }

  /**
   * What is left to do after a look ahead ends: curing blindly, or, where it is cheaper, finding
   * out first. Finding out is taken as curing each cause at its own price, {@value #FINDING_OUT}
   * minutes and {@value #PER_BIT} for every bit of uncertainty over the causes (Shannon 1948),
   * which is what it came to over thousands of followed roads.
   *
   * @param enough at or above it the price need not be exact, only not below
   */
  double leaf(double[] sums, double mass, double enough) {
    if (mass <= 0) {
      return 0;
    }
    double bits = mass * Math.log(mass);
    for (int g = 0; g < groups; g++) {
      if (sums[g] > 0) {
        bits -= sums[g] * Math.log(sums[g]);
      }
    }
    double found = bound(sums) + mass * FINDING_OUT + PER_BIT * bits / Math.log(2);
    return price(sums, mass, Math.min(found, mass * refer), enough);
  }

  /** No road is cheaper than knowing the cause and curing it. */
  double bound(double[] sums) {
    double bound = 0;
    for (int g = 0; g < groups; g++) {
      bound += sums[g] * known[g];
    }
    return bound;
  }
}
