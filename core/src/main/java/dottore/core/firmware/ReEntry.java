package dottore.core.firmware;

import dottore.core.firmware.Setting.Rank;
import dottore.core.reading.Answer;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Putting noted settings back after they were cleared: what keeps the machine from starting goes
 * first and together, since it cannot start between them; then the profile, which is always the one
 * change of its start; then comfort, one at a time if the machine was unstable.
 */
public final class ReEntry {
  /** What became of a setting. */
  public enum Result {
    /** It is back and the machine still starts. */
    HOLDS,
    /** With it the machine fails again: it is left at its factory value. */
    FAILS
  }

  /**
   * Settings that go back before the next start.
   *
   * @param settings in order
   * @param alone whether it is the one change, so that what happens says something about it
   */
  public record Turn(List<Setting> settings, boolean alone) {
    public Turn {
      settings = List.copyOf(settings);
    }
  }

  private final Map<Setting, String> noted;
  private final Map<Setting, Result> results;
  private final Pace pace;

  /** How many go back between two starts. */
  public enum Pace {
    /** The machine was stable: only the profile goes in alone. */
    STABLE,
    /** It did not start or ran unstably before: all but what keeps it from starting go in alone. */
    UNSTABLE,
    /** It failed after several went in together: everything goes in alone. */
    ONE_BY_ONE
  }

  /**
   * @param noted values as they were before
   * @param results what was put back so far
   */
  public ReEntry(Map<Setting, String> noted, Map<Setting, Result> results, Pace pace) {
    this.noted = copy(noted);
    this.results = copy(results);
    this.pace = pace;
  }

  private static <V> Map<Setting, V> copy(Map<Setting, V> map) {
    return map.isEmpty() ? Map.of() : new EnumMap<>(map);
  }

  /**
   * What a setting that went back alone says about the suspects, as an answer of the check that
   * asks the same: with the profile off it ran, with it on it fails, and so on. Empty if it says
   * nothing.
   */
  public static Optional<Answer> evidence(Setting setting, Result result) {
    boolean fails = result == Result.FAILS;
    String because = setting.words() + " put back alone";
    if (setting == Setting.MEMORY_PROFILE) {
      return Optional.of(
          new Answer(FirmwareCasebook.PROFILE.step(), fails ? "steady" : "same", because));
    }
    if (setting == Setting.OVERCLOCK) {
      return Optional.of(
          new Answer(FirmwareCasebook.STOCK.step(), fails ? "steady" : "same", because));
    }
    String which =
        switch (setting) {
          case DRIVE_MODE -> "drive-mode";
          case BOOT_MODE -> "boot-mode";
          case BOOT_ORDER -> "order";
          default -> "several";
        };
    return fails
        ? Optional.of(new Answer(FirmwareCasebook.SETTINGS.step(), which, because))
        : Optional.empty();
  }

  /** The value that a setting had. */
  public String value(Setting setting) {
    return noted.getOrDefault(setting, "");
  }

  /** All turns that are left, in order. */
  public List<Turn> turns() {
    List<Turn> turns = new ArrayList<>();
    List<Setting> together = new ArrayList<>();
    List<Setting> comfort = new ArrayList<>();
    for (Setting setting : noted.keySet()) { // in the order of the enum
      if (results.containsKey(setting)) {
        continue;
      }
      boolean starts = setting.rank() == Rank.STARTS;
      if (starts && pace != Pace.ONE_BY_ONE) {
        together.add(setting);
      } else if (starts || setting.rank() == Rank.PROFILE || pace != Pace.STABLE) {
        turns.add(new Turn(List.of(setting), true));
      } else {
        comfort.add(setting);
      }
    }
    if (!together.isEmpty()) {
      turns.add(0, new Turn(together, together.size() == 1));
    }
    if (!comfort.isEmpty()) {
      turns.add(new Turn(comfort, comfort.size() == 1));
    }
    return turns;
  }

  public Optional<Turn> next() {
    return turns().stream().findFirst();
  }

  public boolean done() {
    return !noted.isEmpty() && turns().isEmpty();
  }

  /** Settings with which it failed. */
  public List<Setting> culprits() {
    return results.entrySet().stream()
        .filter(e -> e.getValue() == Result.FAILS)
        .map(Map.Entry::getKey)
        .toList();
  }
}
