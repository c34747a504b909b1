package dottore.core.runsheet;

import dottore.core.units.Minutes;
import java.util.List;
import java.util.Optional;

/**
 * Work that runs by itself and that nobody may disturb: no keyboard, no button, no cable.
 *
 * @param label what is running, as others at the bench read it
 * @param expected how long it takes as a rule
 * @param worry from when on something is wrong
 * @param normal what looks alarming and is not
 * @param then what to do once the worry has come; never before
 */
public record Guard(
    String label, Minutes expected, Minutes worry, List<String> normal, String then) {

  /** How far it has come. */
  public enum Phase {
    /** As expected. */
    RUNS("Do not touch"),
    /** Longer than expected, and still nothing to worry about. */
    LONGER("Longer than usual, still do not touch"),
    /** Time to worry. */
    WORRY("Time to worry");

    private final String words;

    Phase(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * @throws IllegalArgumentException if the worry would come before the expected end
   */
  public Guard {
    if (worry.compareTo(expected) <= 0) {
      throw new IllegalArgumentException("worry comes after the expected end: " + label);
    }
    normal = List.copyOf(normal);
  }

  /**
   * What keeps somebody from saying that it is over: to say so too early invites hands on a machine
   * that still writes.
   *
   * @param elapsed since it began
   * @param own whether they started it
   * @param decides whether they may decide alone
   * @param why the reason they give; needed before the expected end
   * @return empty if nothing does
   */
  public Optional<String> holds(Minutes elapsed, boolean own, boolean decides, String why) {
    if (!own && !decides) {
      return Optional.of("Only who started it, a technician or the owner says that it is over.");
    }
    return elapsed.compareTo(expected) < 0 && why.isBlank()
        ? Optional.of(
            "It takes about " + expected.text() + " as a rule: say how you know that it is over.")
        : Optional.empty();
  }

  /** Where it stands after a time. */
  public Phase after(Minutes elapsed) {
    if (elapsed.compareTo(worry) >= 0) {
      return Phase.WORRY;
    }
    return elapsed.compareTo(expected) > 0 ? Phase.LONGER : Phase.RUNS;
  }
}
