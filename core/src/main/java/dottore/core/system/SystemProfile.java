package dottore.core.system;

import dottore.core.driver.Platform;
import dottore.core.machine.MachineKind;
import dottore.core.units.Capacity;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * What a system wants and how it is put on a machine.
 *
 * @param id small letters and dashes
 * @param family systems of one maker that follow each other
 * @param provider as its own drivers name themselves; empty if that is not known
 * @param released its first day, against which drivers are held
 * @param kinds of machines that it runs on
 * @param from how it comes
 * @param needs without which it is not installed
 * @param comfort below which it is slow; not refused
 * @param editions as one buys them; empty where there is one
 * @param media the stick or disc that it fits on
 * @param key the shape of its key; empty where it has none
 * @param upgradesFrom ids of systems over which it can be put
 * @param keeps what an upgrade keeps
 * @param recoveryStart which keys to hold, and how, for its recovery; empty if the maker's page
 *     says it
 * @param minutes its usual times
 * @param firstStart what is chosen when it starts first, in order
 * @param finishing what is looked at in the end
 * @param stopCodes of its own, with what they mean
 * @param deviceMarks numbers of its device list, with what they mean
 */
public record SystemProfile(
    String id,
    String name,
    String family,
    String provider,
    Optional<LocalDate> released,
    Set<MachineKind> kinds,
    From from,
    Needs needs,
    Comfort comfort,
    List<String> editions,
    List<String> languages,
    Capacity media,
    Optional<KeyShape> key,
    List<String> upgradesFrom,
    List<String> keeps,
    String recoveryStart,
    Times minutes,
    List<String> firstStart,
    List<String> finishing,
    Map<String, String> stopCodes,
    Map<String, String> deviceMarks) {

  /** How a system comes. */
  public enum From {
    STICK("an install stick"),
    DISC("its disc"),
    RECOVERY("the maker's recovery image for this model");

    private final String words;

    From(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** By which way it starts. */
  public enum Boot {
    NEW,
    OLD,
    EITHER
  }

  /** How much it wants something. */
  public enum Want {
    NEEDED,
    WANTED,
    NONE
  }

  /**
   * What it is not installed without.
   *
   * @param processors families it is made for, in words; empty for any
   */
  public record Needs(
      Set<Integer> bits,
      int cores,
      Capacity memory,
      Capacity disk,
      Boot boot,
      Want secureBoot,
      Want chip,
      List<String> processors) {
    public Needs {
      bits = Set.copyOf(bits);
      processors = List.copyOf(processors);
    }
  }

  /** What it runs well with. */
  public record Comfort(Capacity memory, Capacity disk, boolean solidState) {}

  /** Usual minutes: guide of a shop. */
  public record Times(int install, int setup, int updates, int repair, int upgrade, int reset) {}

  public SystemProfile {
    kinds = Set.copyOf(kinds);
    editions = List.copyOf(editions);
    languages = List.copyOf(languages);
    upgradesFrom = List.copyOf(upgradesFrom);
    keeps = List.copyOf(keeps);
    firstStart = List.copyOf(firstStart);
    finishing = List.copyOf(finishing);
    stopCodes = Map.copyOf(stopCodes);
    deviceMarks = Map.copyOf(deviceMarks);
  }

  /** Whether it comes from the maker's image only, which fits one model. */
  public boolean ofTheModel() {
    return from == From.RECOVERY;
  }

  /**
   * The same as drivers need to know it.
   *
   * @param bits of the one that is installed; empty if nobody said
   */
  public Platform platform(OptionalInt bits) {
    return new Platform(id, name, provider, released, bits, stopCodes, deviceMarks);
  }

  /** Whether it can be put over another and keep its programs. */
  public boolean goesOver(String had) {
    return upgradesFrom.contains(had);
  }
}
