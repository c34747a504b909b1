package dottore.core.diagnosis;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A troubleshooting problem in plain arrays: hypotheses, checks with noisy answers, repairs that
 * may cure, and the fixed price of referring. Costs are bench minutes, all greater than zero.
 *
 * <p>Steps are ordered by preference: where two are equally good the lower index wins.
 *
 * @param likelihood chance of an outcome, by check, outcome and hypothesis
 * @param special the hypotheses that answer a check in a way of their own, by check
 * @param usual by check, a hypothesis that answers as all others do
 * @param cures the hypotheses that a repair can cure, by repair
 * @param works the chance that it does, beside {@code cures}
 * @param group by hypothesis; those that every repair treats alike, as the stages of one cause,
 *     share a number from 0 on
 */
record Problem(
    double[] checkCost,
    double[][][] likelihood,
    int[][] special,
    int[] usual,
    double[] repairCost,
    int[][] cures,
    double[][] works,
    int[] group,
    double refer) {

  static Problem of(
      int hypotheses,
      double[] checkCost,
      double[][][] likelihood,
      double[] repairCost,
      int[][] cures,
      double[][] works,
      double refer) {
    int[][] special = new int[likelihood.length][];
    int[] usual = new int[likelihood.length];
    for (int c = 0; c < likelihood.length; c++) {
      int[] kinds = kinds(answers(likelihood[c], hypotheses));
      int commonest = commonest(kinds);
      special[c] = places(kinds, commonest, false);
      usual[c] = places(kinds, commonest, true)[0];
    }
    return new Problem(
        checkCost,
        likelihood,
        special,
        usual,
        repairCost,
        cures,
        works,
        kinds(cured(hypotheses, cures, works)),
        refer);
  }

  /** The same problem at other prices. */
  Problem priced(double[] newCheckCost, double[] newRepairCost) {
    return new Problem(
        newCheckCost, likelihood, special, usual, newRepairCost, cures, works, group, refer);
  }

  private static List<List<Double>> answers(double[][] rows, int hypotheses) {
    List<List<Double>> answers = new ArrayList<>();
    for (int h = 0; h < hypotheses; h++) {
      List<Double> answer = new ArrayList<>();
      for (double[] row : rows) {
        answer.add(row[h]);
      }
      answers.add(answer);
    }
    return answers;
  }

  private static List<List<Double>> cured(int hypotheses, int[][] cures, double[][] works) {
    List<List<Double>> cured = new ArrayList<>();
    for (int h = 0; h < hypotheses; h++) {
      cured.add(new ArrayList<>());
    }
    for (int r = 0; r < cures.length; r++) {
      for (int k = 0; k < cures[r].length; k++) {
        cured.get(cures[r][k]).addAll(List.of((double) r, works[r][k]));
      }
    }
    return cured;
  }

  /** Numbers equal things alike, in the order in which they come. */
  private static int[] kinds(List<List<Double>> things) {
    Map<List<Double>, Integer> numbers = new HashMap<>();
    int[] kinds = new int[things.size()];
    for (int i = 0; i < kinds.length; i++) {
      Integer number = numbers.putIfAbsent(things.get(i), numbers.size());
      kinds[i] = number == null ? numbers.size() - 1 : number;
    }
    return kinds;
  }

  private static int commonest(int[] kinds) {
    int[] counts = new int[kinds.length];
    int most = 0;
    for (int kind : kinds) {
      counts[kind]++;
    }
    for (int kind = 0; kind < counts.length; kind++) {
      most = counts[kind] > counts[most] ? kind : most;
    }
    return most;
  }

  private static int[] places(int[] kinds, int kind, boolean ofIt) {
    int[] places = new int[kinds.length];
    int n = 0;
    for (int i = 0; i < kinds.length; i++) {
      if ((kinds[i] == kind) == ofIt) {
        places[n++] = i;
      }
    }
    return Arrays.copyOf(places, n);
  }

  int checks() {
    return checkCost.length;
  }

  int repairs() {
    return repairCost.length;
  }
}
