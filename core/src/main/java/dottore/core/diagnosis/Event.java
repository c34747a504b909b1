package dottore.core.diagnosis;

import dottore.core.casebook.Mark;
import dottore.core.casebook.Touched;
import java.util.Locale;
import java.util.Set;

/**
 * Something that became known of a case, in the order of happening.
 *
 * @see Case
 */
public sealed interface Event {
  /** The weight of what was seen or measured at the bench. */
  double SEEN = 1;

  /** The weight of what the customer says: usually right, often loosely worded. */
  double TOLD = 0.6;

  /** The caller's own number for this event, so that answers can be found and corrected. */
  long ref();

  /**
   * A check gave an answer.
   *
   * @param weight {@link #SEEN} or less; the likelihood is tempered by it
   */
  record Reading(long ref, String check, String outcome, double weight) implements Event {
    /**
     * @throws IllegalArgumentException if the weight is not above 0 and at most 1
     */
    public Reading {
      if (!(weight > 0 && weight <= 1)) {
        throw new IllegalArgumentException("a weight lies above 0 and is at most 1: " + weight);
      }
    }
  }

  /** A repair was carried out. */
  record Tried(long ref, String repair, Result result) implements Event {}

  /** A step cannot be done here. */
  record SetAside(long ref, String step, String reason) implements Event {}

  /** Someone with the right to do so let the normal road go on in spite of a danger mark. */
  record Lifted(long ref, Mark mark, String reason) implements Event {}

  /** Something was changed beside the steps, as when a borrowed part went back. */
  record Changed(long ref, Set<Touched> touched) implements Event {
    public Changed {
      touched = Set.copyOf(touched);
    }
  }

  /** What a repair led to. */
  enum Result {
    /** The machine works now. */
    WORKS("works now"),
    /** It stops where it stopped. */
    SAME("no change"),
    /** It stops elsewhere: one fault is gone, another is left. */
    ELSEWHERE("stops elsewhere now");

    private final String words;

    Result(String words) {
      this.words = words;
    }

    /** In the log, behind the name of the repair. */
    public String words() {
      return words;
    }

    public String id() {
      return name().toLowerCase(Locale.ROOT);
    }

    /**
     * @throws IllegalArgumentException if no result has this id
     */
    public static Result of(String id) {
      return valueOf(id.toUpperCase(Locale.ROOT));
    }
  }
}
