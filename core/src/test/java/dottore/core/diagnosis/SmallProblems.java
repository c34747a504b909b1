package dottore.core.diagnosis;

import java.util.Arrays;
import java.util.SplittableRandom;

/** Random problems small enough to be solved exactly, with every difficulty of the real ones. */
final class SmallProblems {
  private SmallProblems() {}

  record Sample(Problem problem, double[] prior) {}

  /**
   * 3 to 7 causes, 5 to 8 actions; some causes nobody can cure, some checks useful only jointly.
   */
  static Sample sample(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    int causes = random.nextInt(3, 8);
    int actions = random.nextInt(5, 9);
    return sample(random, causes, actions, actions - 1);
  }

  /** 8 to 14 causes, 11 or 12 actions of which up to six are checks. */
  static Sample medium(long seed) {
    SplittableRandom random = new SplittableRandom(seed);
    int causes = random.nextInt(8, 15);
    int actions = random.nextInt(11, 13);
    return sample(random, causes, actions, 7);
  }

  private static Sample sample(SplittableRandom random, int causes, int actions, int checksBelow) {
    double[] prior = new double[causes];
    Arrays.setAll(prior, h -> Math.exp(1.5 * (random.nextDouble() * 2 - 1)));
    normalize(prior);
    int checks = random.nextInt(2, checksBelow);
    int repairs = actions - checks;
    double[][][] likelihood = new double[checks][][];
    double[] checkCost = new double[checks];
    for (int c = 0; c < checks; c++) {
      checkCost[c] = 1 + random.nextDouble() * 9;
      likelihood[c] = rows(random, causes, random.nextInt(2, 5));
    }
    if (checks >= 2 && causes >= 4 && random.nextInt(4) == 0) {
      likelihood[0] = parity(causes, 1);
      likelihood[1] = parity(causes, 2);
    }
    int[][] cures = new int[repairs][];
    double[][] works = new double[repairs][];
    double[] repairCost = new double[repairs];
    int incurable = random.nextInt(5) == 0 ? random.nextInt(causes) : -1;
    for (int r = 0; r < repairs; r++) {
      repairCost[r] = 2 + random.nextDouble() * 38;
      int main = r < causes ? r : random.nextInt(causes);
      boolean[] cured = new boolean[causes];
      cured[main] = main != incurable;
      for (int h = 0; h < causes; h++) {
        cured[h] |= h != incurable && random.nextInt(6) == 0;
      }
      cures[r] = java.util.stream.IntStream.range(0, causes).filter(h -> cured[h]).toArray();
      works[r] = new double[cures[r].length];
      Arrays.setAll(works[r], k -> 0.5 + random.nextDouble() * 0.5);
    }
    double refer = 60 + random.nextDouble() * 140;
    return new Sample(
        Problem.of(prior.length, checkCost, likelihood, repairCost, cures, works, refer), prior);
  }

  private static double[][] rows(SplittableRandom random, int causes, int outcomes) {
    double[][] rows = new double[outcomes][causes];
    for (int h = 0; h < causes; h++) {
      double[] row = new double[outcomes];
      Arrays.setAll(row, o -> Math.pow(random.nextDouble(), 4) + 0.01);
      normalize(row);
      for (int o = 0; o < outcomes; o++) {
        rows[o][h] = row[o];
      }
    }
    return rows;
  }

  /** Splits the causes by one bit of their number: two of these tell four causes apart. */
  private static double[][] parity(int causes, int bit) {
    double[][] rows = new double[2][causes];
    for (int h = 0; h < causes; h++) {
      int side = (h & bit) == 0 ? 0 : 1;
      rows[side][h] = 0.95;
      rows[1 - side][h] = 0.05;
    }
    return rows;
  }

  private static void normalize(double[] values) {
    double sum = Arrays.stream(values).sum();
    for (int i = 0; i < values.length; i++) {
      values[i] /= sum;
    }
  }
}
