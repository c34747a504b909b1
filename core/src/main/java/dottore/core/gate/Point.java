package dottore.core.gate;

/**
 * One point of a gate.
 *
 * @param <T> what is looked at
 * @param words what was found
 * @param todo how to turn it good, imperative; empty if it is
 */
public record Point<T>(T topic, State state, String words, String todo) {
  public static <T> Point<T> good(T topic, String words) {
    return new Point<>(topic, State.GOOD, words, "");
  }

  public static <T> Point<T> bad(T topic, String words, String todo) {
    return new Point<>(topic, State.BAD, words, todo);
  }

  /** Nobody looked yet. */
  public static <T> Point<T> ask(T topic, String words, String todo) {
    return new Point<>(topic, State.ASK, words, todo);
  }

  /** The run sheet sees to it. */
  public static <T> Point<T> onSheet(T topic, String words, String todo) {
    return new Point<>(topic, State.SHEET, words, todo);
  }

  /** Whether it lets the work go on. */
  public boolean passes() {
    return state == State.GOOD || state == State.SHEET;
  }
}
