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
import org.jspecify.annotations.Nullable;

/**
 * What a drive said of itself when it was read once, to hold the next reading against.
 *
 * @param serial of the drive; empty if it was not read
 * @param counts by attribute; empty of a drive without attributes
 * @param hours that it ran; null if it did not say
 * @param used percent of its rated life; null if it did not say
 * @param media errors of a drive with a health page; null of a drive with attributes
 */
public record HealthNote(
    String serial,
    Map<Integer, Long> counts,
    @Nullable Long hours,
    @Nullable Integer used,
    @Nullable Long media) {
  /**
   * Those whose growth says something: reallocated, reported, pending, uncorrectable, interface.
   */
  private static final Set<Integer> TELLING = Set.of(5, 187, 197, 198, 199);

  private static final int SOUND = 100;

  public HealthNote {
    counts = Map.copyOf(counts);
  }

  /** What is worth keeping of a reading. */
  public static HealthNote of(DriveHealth health, String serial) {
    Long hours = health.hours().orElse(null);
    if (health instanceof DriveHealth.Attributes attributes) {
      Map<Integer, Long> counts = new TreeMap<>();
      attributes.attributes().stream()
          .filter(a -> TELLING.contains(a.id()))
          .forEach(a -> counts.put(a.id(), a.count()));
      Integer used = attributes.wear().map(DriveHealth.Wear::used).orElse(null);
      return new HealthNote(serial, counts, hours, used, null);
    }
    DriveHealth.Page page = (DriveHealth.Page) health;
    return new HealthNote(serial, Map.of(), hours, page.used(), page.mediaErrors());
  }

  /** Whether both can be of one drive: no other serial, and the same family of pages. */
  public boolean mayBe(HealthNote other) {
    return (serial.isEmpty() || other.serial.isEmpty() || serial.equalsIgnoreCase(other.serial))
        && (media == null) == (other.media == null);
  }

  /** The same as an earlier page of a drive with attributes; empty of one with a health page. */
  public Optional<DriveHealth> earlier() {
    if (media != null) {
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
    return serial != null
        && counts.values().stream().allMatch(count -> count >= 0)
        && (hours == null || hours >= 0)
        && (used == null || used >= 0)
        && (media == null || media >= 0);
  }

  /** In words of the log. */
  public String words() {
    return serial.isEmpty() ? "its counts" : "counts of " + serial;
  }
}
