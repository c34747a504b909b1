package dottore.core.firmware;

import java.util.List;
import java.util.Set;

/** What to do after an update that did not end well. */
public final class FailureRoad {
  /** What is seen after it. */
  public enum Symptom {
    /** It starts and shows the version it had before. */
    OLD_VERSION("It starts, with the version it had before"),
    /** It starts with another version than meant. */
    OTHER_VERSION("It starts, with a version nobody meant"),
    /** Black, looping, or no sign of life after the worry time. */
    DEAD("It does not start any more");

    private final String words;

    Symptom(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  private FailureRoad() {}

  /**
   * The roads, the gentlest first. Empty if nothing is broken: then the file was not taken, and the
   * gate is gone through once more.
   */
  public static List<Rescue> of(Set<Rescue> has, Symptom symptom) {
    if (symptom != Symptom.DEAD) {
      return List.of();
    }
    return java.util.Arrays.stream(Rescue.values())
        .filter(rescue -> rescue == Rescue.MAKER || has.contains(rescue))
        .toList();
  }
}
