package dottore.core.learning;

import dottore.core.units.Minutes;
import java.util.List;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * The attended minutes of a step: log-normal, with a normal-inverse-gamma prior around the
 * casebook's minutes (Murphy 2007, Conjugate Bayesian analysis of the Gaussian distribution). The
 * prediction for the next time is then a Student t on the logarithm.
 *
 * @param measured how often it was measured
 * @param median half of the times it takes no longer, minutes
 * @param most in four times of five it takes no longer, minutes
 */
public record StepTime(int measured, Minutes median, Minutes most) {
  private static final double PRIOR_WORTH = 4;
  private static final double PRIOR_SHAPE = 3;

  /** A step usually takes between two thirds and one and a half of its minutes. */
  private static final double PRIOR_SPREAD = 0.4;

  private static final double FOUR_OF_FIVE = 0.8;

  /**
   * @param casebook the minutes of the casebook, above zero
   * @param minutes measured, all above zero
   * @throws IllegalArgumentException if one is not above zero
   */
  public static StepTime learned(Minutes casebook, List<Double> minutes) {
    double prior = log(casebook.value());
    int n = minutes.size();
    double mean = minutes.stream().mapToDouble(StepTime::log).average().orElse(prior);
    double squares = minutes.stream().mapToDouble(m -> (log(m) - mean) * (log(m) - mean)).sum();
    double worth = PRIOR_WORTH + n;
    double middle = (PRIOR_WORTH * prior + n * mean) / worth;
    double shape = PRIOR_SHAPE + n / 2.0;
    double scale =
        PRIOR_SPREAD * PRIOR_SPREAD * (PRIOR_SHAPE - 1)
            + squares / 2
            + PRIOR_WORTH * n * (mean - prior) * (mean - prior) / (2 * worth);
    double spread = Math.sqrt(scale * (worth + 1) / (shape * worth));
    double above = TDistribution.of(2 * shape).inverseCumulativeProbability(FOUR_OF_FIVE);
    return new StepTime(
        n, Minutes.of(Math.exp(middle)), Minutes.of(Math.exp(middle + above * spread)));
  }

  /**
   * What four of five keep to on a machine where the step takes other minutes, since its kind wants
   * more or its case is open: they spread as they do elsewhere.
   *
   * @param middle what it takes there, minutes
   */
  public Minutes mostWhere(Minutes middle) {
    return Minutes.of(most.value() * middle.value() / median.value());
  }

  private static double log(double minutes) {
    if (!(minutes > 0)) {
      throw new IllegalArgumentException("minutes lie above zero: " + minutes);
    }
    return Math.log(minutes);
  }
}
