package dottore.core.diagnosis;

/**
 * A troubleshooting problem in plain arrays: hypotheses, checks with noisy answers, repairs that
 * may cure, and the fixed price of referring. Costs are bench minutes, all greater than zero.
 *
 * <p>Steps are ordered by preference: where two are equally good the lower index wins.
 *
 * @param likelihood chance of an outcome, by check, outcome and hypothesis
 * @param cures the hypotheses that a repair can cure, by repair
 * @param works the chance that it does, beside {@code cures}
 */
record Problem(
    double[] checkCost,
    double[][][] likelihood,
    double[] repairCost,
    int[][] cures,
    double[][] works,
    double refer) {

  int checks() {
    return checkCost.length;
  }

  int repairs() {
    return repairCost.length;
  }
}
