package dottore.app.desk;

import dottore.core.gate.Point;
import java.util.Locale;
import java.util.function.Function;

/**
 * A point of a gate as every desk shows it.
 *
 * @param state class of its color: good, sheet, ask, bad
 */
public record PointRow(String topic, String mark, String state, String words, String todo) {
  /**
   * @param said the words of a topic
   */
  public static <T> PointRow of(Point<T> point, Function<T, String> said) {
    String mark =
        switch (point.state()) {
          case GOOD, DONE -> "✓";
          case SHEET -> "○";
          case ASK -> "?";
          case BAD -> "✕";
        };
    String state =
        switch (point.state()) {
          case GOOD, DONE -> "good";
          case SHEET, ASK, BAD -> point.state().name().toLowerCase(Locale.ROOT);
        };
    return new PointRow(said.apply(point.topic()), mark, state, point.words(), point.todo());
  }
}
