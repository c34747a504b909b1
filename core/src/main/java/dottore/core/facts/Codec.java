package dottore.core.facts;

import java.util.List;

/**
 * How a value of a fact is typed, kept and said.
 *
 * @param <T> the value
 */
interface Codec<T> {
  /** What was typed without what does not matter: blanks around it, a unit, a decimal comma. */
  default String plain(String typed) {
    return typed.strip();
  }

  /**
   * Reads a kept or plain text, which is not empty.
   *
   * @throws FactFault if it is no value
   */
  T read(String text) throws FactFault;

  /** The text that is kept; reading it gives the same value. */
  String print(T value);

  /** The value in words of the log, behind the words of the fact. */
  default String say(T value) {
    return print(value);
  }

  /** The values there are, where somebody chooses; empty where somebody types. */
  default List<Fact.Choice> choices() {
    return List.of();
  }
}
