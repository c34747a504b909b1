package dottore.core.system;

import java.util.Optional;

/**
 * What it means that setup stands still. No change for fifteen minutes counts; once is chance, a
 * second time is hardware: at the same place the stick or the drive, at another one memory, heat or
 * the drive.
 */
public final class Stall {
  /** Minutes without any change. */
  public static final int MINUTES = 15;

  /** Where it stood. */
  public enum Where {
    COPYING("copying files, first third"),
    MIDDLE("copying files, later"),
    RESTART("at a restart"),
    DEVICES("looking for devices"),
    UPDATES("fetching updates"),
    FIRST_START("at the first choices");

    private final String words;

    Where(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** What follows. */
  public enum Verdict {
    ONCE_MORE(
        "Force it off once and begin again",
        "From the stick, same steps. Note the place if it stands again.",
        Optional.empty()),
    SAME_PLACE(
        "The stick or the drive",
        "Another stick with a verified image, then the drive's health. Find has it as evidence.",
        Optional.of("same")),
    OTHER_PLACE(
        "Memory, heat or the drive",
        "Not the stick: each time another place is hardware. Find has it as evidence.",
        Optional.of("changes"));

    private final String words;
    private final String then;
    private final Optional<String> outcome;

    Verdict(String words, String then, Optional<String> outcome) {
      this.words = words;
      this.then = then;
      this.outcome = outcome;
    }

    public String words() {
      return words;
    }

    public String then() {
      return then;
    }

    /** The answer to the check of the place that repeats; empty while there was one only. */
    public Optional<String> outcome() {
      return outcome;
    }
  }

  private Stall() {}

  /** What follows from where it stood. */
  public static Optional<Verdict> judge(Optional<Where> first, Optional<Where> second) {
    if (first.isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        second.isEmpty()
            ? Verdict.ONCE_MORE
            : first.equals(second) ? Verdict.SAME_PLACE : Verdict.OTHER_PLACE);
  }
}
