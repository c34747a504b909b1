package dottore.core.learning;

import dottore.core.casebook.Context;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a shop has lived through.
 *
 * @param confirmed one for each confirmed cause of a closed ticket
 * @param minutes attended minutes measured, by check or repair id; all above zero
 */
public record Experience(List<Confirmed> confirmed, Map<String, List<Double>> minutes) {

  public Experience {
    confirmed = List.copyOf(confirmed);
    minutes = Map.copyOf(minutes);
  }

  /** Nothing yet. */
  public static Experience none() {
    return new Experience(List.of(), Map.of());
  }

  /**
   * A cause that was confirmed.
   *
   * @param contexts of the ticket, the kind of the machine included
   */
  public record Confirmed(String cause, Set<Context> contexts) {}
}
