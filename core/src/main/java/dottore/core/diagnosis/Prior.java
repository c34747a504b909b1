package dottore.core.diagnosis;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Context;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;

/** The odds of causes before anything is seen of a machine. */
public final class Prior {
  private Prior() {}

  /** The share of each cause among all machines, no context known; sums to 1. */
  public static Map<String, Double> shares(Casebook casebook) {
    Map<String, Double> weights = new LinkedHashMap<>();
    casebook.causes().forEach(cause -> weights.put(cause.id(), cause.weight()));
    return normalized(weights);
  }

  /** The share of each cause that is possible in these contexts; sums to 1. */
  public static Map<String, Double> shares(Casebook casebook, Set<Context> contexts) {
    Map<String, Double> weights = new LinkedHashMap<>();
    for (Cause cause : casebook.causes()) {
      if (cause.kinds().contains(Context.kindIn(contexts))) {
        weights.put(cause.id(), weight(cause, contexts));
      }
    }
    return normalized(weights);
  }

  /** The weight of a cause with the multipliers of the contexts that hold. */
  static double weight(Cause cause, Set<Context> contexts) {
    double weight = cause.weight();
    for (double shift : cause.shifts(contexts).values()) {
      weight *= shift;
    }
    return weight;
  }

  private static Map<String, Double> normalized(Map<String, Double> weights) {
    double sum = weights.values().stream().mapToDouble(Double::doubleValue).sum();
    weights.replaceAll((id, weight) -> weight / sum);
    return weights;
  }
}
