package dottore.core.rehearsal;

import java.util.regex.Pattern;

/**
 * Something that somebody does at a practice machine.
 *
 * @param kind what sort of thing
 * @param of the step or the cause it is about; empty where it is about none
 */
public record Move(Kind kind, String of) {
  private static final Pattern NAME = Pattern.compile("[a-z0-9-]{0,60}");

  /** The sorts of things that can be done. */
  public enum Kind {
    /** A step of the casebook. */
    STEP,
    /** Press the button, on or off. */
    POWER,
    /** Pull the mains or plug them in again; the charger of a portable machine. */
    MAINS,
    /** Take the cover off or put it on. */
    COVER,
    /** Wait five minutes with the hands in the pockets. */
    WAIT,
    /** Copy what the owner wants to keep. */
    COPY,
    /** Put everything back that was taken from the machine. */
    PUT_BACK,
    /** Ask what one might learn next. */
    HINT,
    /** Name the cause and close. */
    CLOSE
  }

  /**
   * @throws IllegalArgumentException if the name has other letters than an id has
   */
  public Move {
    if (!NAME.matcher(of).matches()) {
      throw new IllegalArgumentException("no step and no cause has such a name");
    }
  }

  public static Move step(String id) {
    return new Move(Kind.STEP, id);
  }

  public static Move of(Kind kind) {
    return new Move(kind, "");
  }

  /** Names a cause and ends the rehearsal. */
  public static Move close(String cause) {
    return new Move(Kind.CLOSE, cause);
  }
}
