package dottore.core.drive;

import dottore.core.machine.DriveHealth;
import dottore.core.machine.DriveHealth.Attribute;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;

/**
 * The counts of a drive as they were read once, to hold the next reading against.
 *
 * @param serial of the drive; empty if it was not read
 * @param counts by attribute
 */
public record HealthNote(String serial, Map<Integer, Long> counts) {
  /**
   * Those whose growth says something: reallocated, reported, pending, uncorrectable, interface.
   */
  private static final Set<Integer> TELLING = Set.of(5, 187, 197, 198, 199);

  private static final int SOUND = 100;

  public HealthNote {
    counts = Map.copyOf(counts);
  }

  /** What is worth keeping; empty of a drive without attributes. */
  public static Optional<HealthNote> of(DriveHealth health, String serial) {
    if (!(health instanceof DriveHealth.Attributes attributes)) {
      return Optional.empty();
    }
    Map<Integer, Long> counts = new TreeMap<>();
    attributes.attributes().stream()
        .filter(a -> TELLING.contains(a.id()))
        .forEach(a -> counts.put(a.id(), a.count()));
    return Optional.of(new HealthNote(serial, counts));
  }

  /** The same as an earlier page, if it can be of the same drive. */
  public Optional<DriveHealth> earlierOf(String now) {
    if (!serial.isEmpty() && !now.isEmpty() && !serial.equalsIgnoreCase(now)) {
      return Optional.empty();
    }
    List<Attribute> attributes = new ArrayList<>();
    new TreeMap<>(counts)
        .forEach(
            (id, count) ->
                attributes.add(new Attribute(id, false, SOUND, SOUND, count, OptionalInt.empty())));
    return Optional.of(new DriveHealth.Attributes(attributes));
  }

  boolean sound() {
    return serial != null && counts.values().stream().allMatch(count -> count >= 0);
  }

  /** In words of the log. */
  public String words() {
    return serial.isEmpty() ? "its counts" : "counts of " + serial;
  }
}
