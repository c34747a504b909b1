package dottore.core.learning;

import dottore.core.casebook.Context;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What a shop has lived through. It grows ticket by ticket.
 *
 * @param confirmed how often each cause was confirmed on closed tickets, by their contexts
 * @param minutes attended minutes measured, by check or repair id; all above zero, the newest last
 */
public record Experience(Map<Confirmed, Integer> confirmed, Map<String, List<Double>> minutes) {
  /** Older measurements of a step than so many speak of another way of working. */
  public static final int NEWEST = 200;

  public Experience {
    confirmed = Map.copyOf(confirmed);
    Map<String, List<Double>> copy = new HashMap<>();
    minutes.forEach((step, values) -> copy.put(step, List.copyOf(values)));
    minutes = Map.copyOf(copy);
  }

  /** Nothing yet. */
  public static Experience none() {
    return new Experience(Map.of(), Map.of());
  }

  /** Counts confirmed causes, one for each closed ticket and cause. */
  public static Map<Confirmed, Integer> counted(Collection<Confirmed> confirmed) {
    return confirmed.stream().collect(Collectors.toMap(Function.identity(), c -> 1, Integer::sum));
  }

  /** This, and what was lived through since. */
  public Experience with(Experience later) {
    Map<Confirmed, Integer> all = new HashMap<>(confirmed);
    later.confirmed.forEach((cause, times) -> all.merge(cause, times, Integer::sum));
    Map<String, List<Double>> measured = new HashMap<>(minutes);
    later.minutes.forEach((step, values) -> measured.merge(step, values, Experience::newest));
    return new Experience(all, measured);
  }

  private static List<Double> newest(List<Double> earlier, List<Double> later) {
    List<Double> all = new ArrayList<>(earlier);
    all.addAll(later);
    return all.subList(Math.max(0, all.size() - NEWEST), all.size());
  }

  /**
   * A cause that was confirmed.
   *
   * @param contexts of the ticket, the kind of the machine included
   */
  public record Confirmed(String cause, Set<Context> contexts) {
    public Confirmed {
      contexts = Set.copyOf(contexts);
    }
  }
}
