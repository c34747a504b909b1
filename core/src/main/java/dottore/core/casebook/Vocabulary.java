package dottore.core.casebook;

import java.util.List;
import java.util.Map;

/**
 * The words that people use, and what they mean in the casebook.
 *
 * @param synonyms a word to the one that stands for it
 * @param signs phrases in the order of the file
 */
public record Vocabulary(Map<String, String> synonyms, List<Sign> signs) {

  public Vocabulary {
    synonyms = Map.copyOf(synonyms);
    signs = List.copyOf(signs);
  }

  /** What a phrase can stand for. */
  public sealed interface Meaning {
    /** A check gave an answer. */
    record Answer(String check, String outcome) implements Meaning {}

    /** Something changed, or the machine is like that. */
    record Circumstance(Context context) implements Meaning {}

    /** There is danger. */
    record Danger(Mark mark) implements Meaning {}

    /**
     * @param text "check=outcome", "context NAME" or "mark NAME"
     * @throws IllegalArgumentException if it is none of these
     */
    static Meaning of(String text) {
      if (text.startsWith("context ")) {
        return new Circumstance(Context.of(text.substring("context ".length())));
      }
      if (text.startsWith("mark ")) {
        return new Danger(Mark.of(text.substring("mark ".length())));
      }
      String[] parts = text.split("=", 2);
      if (parts.length != 2) {
        throw new IllegalArgumentException("'" + text + "' is no check=outcome");
      }
      return new Answer(parts[0], parts[1]);
    }
  }

  /** A phrase and its meaning. */
  public record Sign(Meaning meaning, String phrase) {}
}
