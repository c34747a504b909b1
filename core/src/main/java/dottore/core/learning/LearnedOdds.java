package dottore.core.learning;

import static java.util.Objects.requireNonNull;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Context;
import dottore.core.diagnosis.Prior;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * The odds of causes after a shop's confirmed tickets.
 *
 * <p>A cause is confirmed n times where the shipped odds, under the contexts of those very tickets,
 * expected e; its weight moves by (A w + n) / (A w + e), where w is its shipped share and A what
 * the shipped odds are worth in tickets: the posterior mean of a rate with a gamma prior (Gelman et
 * al., Bayesian Data Analysis, 2013, section 2.6). Where no context shifts anything, e is N w and
 * this is (A w + n) / (A + N). So a shop that sees many new builds does not learn twice that new
 * builds have their own faults. The multiplier of a context moves the same way once the context was
 * seen ten times.
 */
public final class LearnedOdds {
  /** What the shipped odds are worth, in confirmed tickets. */
  public static final double SHIPPED_WORTH = 50;

  private static final int SEEN_OFTEN = 10;
  private static final double SMALLEST = 0.05;

  /**
   * One cause, shipped and learned.
   *
   * @param shipped its share of all machines by the shipped odds, 0 to 1
   * @param learned the same after the shop's tickets
   * @param confirmed how often it was confirmed
   * @param expected how often the shipped odds expected it on these tickets
   */
  public record Moved(
      Cause cause, double shipped, double learned, int confirmed, double expected) {}

  private final Casebook shipped;
  private final Map<String, Cause> causes = new LinkedHashMap<>();
  private final Map<String, Integer> counts = new HashMap<>();
  private final Map<String, Double> expected;

  private LearnedOdds(Casebook shipped, Map<Experience.Confirmed, Integer> confirmed) {
    this.shipped = shipped;
    confirmed.forEach((c, times) -> counts.merge(c.cause(), times, Integer::sum));
    expected = expected(shipped, confirmed);
    Map<String, Double> share = Prior.shares(shipped);
    for (Cause cause : shipped.causes()) {
      double worth = SHIPPED_WORTH * requireNonNull(share.get(cause.id()));
      double factor =
          (worth + counts.getOrDefault(cause.id(), 0))
              / (worth + expected.getOrDefault(cause.id(), 0.0));
      causes.put(cause.id(), cause.at(cause.weight() * factor, cause.contexts()));
    }
    contexts(confirmed);
  }

  /**
   * Learns from confirmed tickets. Causes that the casebook does not know are passed over.
   *
   * @param shipped the casebook as it ships, the shop's own entries included
   */
  public static LearnedOdds from(Casebook shipped, Map<Experience.Confirmed, Integer> confirmed) {
    return new LearnedOdds(shipped, where(confirmed, c -> shipped.cause(c.cause()).isPresent()));
  }

  private static Map<Experience.Confirmed, Integer> where(
      Map<Experience.Confirmed, Integer> confirmed, Predicate<Experience.Confirmed> which) {
    return confirmed.entrySet().stream()
        .filter(each -> which.test(each.getKey()))
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
  }

  private static Map<String, Double> expected(
      Casebook casebook, Map<Experience.Confirmed, Integer> confirmed) {
    Map<Set<Context>, Integer> tickets = new HashMap<>();
    confirmed.forEach((c, times) -> tickets.merge(c.contexts(), times, Integer::sum));
    Map<String, Double> expected = new HashMap<>();
    tickets.forEach(
        (contexts, times) ->
            Prior.shares(casebook, contexts)
                .forEach((cause, share) -> expected.merge(cause, times * share, Double::sum)));
    return expected;
  }

  /** Multipliers of contexts that were seen often enough, judged by the odds learned so far. */
  private void contexts(Map<Experience.Confirmed, Integer> confirmed) {
    Casebook learnedSoFar = shipped.with(causes, Map.of());
    Map<Context, Map<Experience.Confirmed, Integer>> byContext = new EnumMap<>(Context.class);
    for (Context context : Context.values()) {
      Map<Experience.Confirmed, Integer> here =
          where(confirmed, c -> c.contexts().contains(context));
      int seen = here.values().stream().mapToInt(Integer::intValue).sum();
      if (!context.kind() && seen >= SEEN_OFTEN) {
        byContext.put(context, here);
      }
    }
    byContext.forEach(
        (context, here) -> {
          Map<String, Double> expectedHere = expected(learnedSoFar, here);
          Map<String, Double> share = Prior.shares(learnedSoFar, Set.of(context));
          Map<String, Integer> times = new HashMap<>();
          here.forEach((c, n) -> times.merge(c.cause(), n, Integer::sum));
          causes.replaceAll(
              (id, cause) -> {
                int n = times.getOrDefault(id, 0);
                double worth = SHIPPED_WORTH * share.getOrDefault(id, 0.0);
                double factor = (worth + n) / (worth + expectedHere.getOrDefault(id, 0.0));
                return worth == 0 ? cause : times(cause, context, factor);
              });
        });
  }

  private static Cause times(Cause cause, Context context, double factor) {
    Map<Context, Double> contexts = new LinkedHashMap<>(cause.contexts());
    contexts.put(context, Math.max(SMALLEST, cause.shift(context) * factor));
    return cause.at(cause.weight(), contexts);
  }

  /** The causes at their learned odds, by id. */
  public Map<String, Cause> causes() {
    return Map.copyOf(causes);
  }

  /** Every cause, shipped and learned, in the order of the casebook. */
  public List<Moved> moved() {
    Map<String, Double> before = Prior.shares(shipped);
    Map<String, Double> after = Prior.shares(shipped.with(causes, Map.of()));
    return shipped.causes().stream()
        .map(
            cause ->
                new Moved(
                    cause,
                    requireNonNull(before.get(cause.id())),
                    requireNonNull(after.get(cause.id())),
                    counts.getOrDefault(cause.id(), 0),
                    expected.getOrDefault(cause.id(), 0.0)))
        .toList();
  }
}
