package dottore.core.weigh;

import dottore.core.units.Minutes;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A road with its price.
 *
 * @param wall why it cannot be taken; empty if it can
 * @param price hands, a quarter of the waiting, and what it is likely to cost afterwards
 * @param because the facts that decided, each in a few words
 */
public record Choice<R extends Enum<R>>(
    R road,
    Optional<String> wall,
    Minutes hands,
    Minutes waiting,
    double price,
    List<String> because) {
  public Choice {
    because = List.copyOf(because);
  }

  public boolean open() {
    return wall.isEmpty();
  }

  /** What it is likely to cost afterwards, in minutes. */
  public double later() {
    return Math.max(0, price - hands.value() - Tally.WAITING * waiting.value());
  }

  /** The best first, those that cannot be taken last. */
  public static <R extends Enum<R>> List<Choice<R>> sorted(Stream<Choice<R>> choices) {
    return choices
        .sorted(
            Comparator.comparing((Choice<R> c) -> !c.open())
                .thenComparingDouble(Choice::price)
                .thenComparing(Choice::road))
        .toList();
  }
}
