package dottore.core.diagnosis;

import java.util.SplittableRandom;

/** Chance that is settled beforehand: the same machine falls out the same at every step. */
final class Draw {
  private Draw() {}

  /** From 0 to 1, by machine and step. */
  static double of(long machine, String step) {
    return new SplittableRandom(machine * 0x9E3779B97F4A7C15L + step.hashCode()).nextDouble();
  }

  /**
   * Which of some weights, in any scale, a share from 0 to 1 falls on.
   *
   * @param share from 0, below 1
   */
  static int among(double[] weights, double share) {
    double sum = 0;
    for (double w : weights) {
      sum += w;
    }
    double left = share * sum;
    for (int i = 0; i < weights.length; i++) {
      left -= weights[i];
      if (left < 0) {
        return i;
      }
    }
    return weights.length - 1;
  }
}
