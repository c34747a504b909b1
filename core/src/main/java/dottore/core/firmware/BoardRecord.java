package dottore.core.firmware;

import java.util.Collections;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What a maker publishes about one revision of a board.
 *
 * @param stickFile the name that the file must have on the stick for the marked port
 * @param ways how its firmware can be written
 * @param rescues what it has for a failed update
 * @param processors least version by processor; a processor that is not here is not supported
 * @param releases all published versions
 */
public record BoardRecord(
    String maker,
    String model,
    String revision,
    BoardFamily family,
    VersionScheme scheme,
    String stickFile,
    Set<Way> ways,
    Set<Rescue> rescues,
    Map<String, String> processors,
    List<Release> releases) {

  public BoardRecord {
    ways = Collections.unmodifiableSet(ways.isEmpty() ? Set.of() : EnumSet.copyOf(ways));
    rescues = Collections.unmodifiableSet(rescues.isEmpty() ? Set.of() : EnumSet.copyOf(rescues));
    processors = Map.copyOf(processors);
    releases = releases.stream().sorted(Comparator.comparing(Release::date)).toList();
  }

  public String title() {
    return (maker + " " + model + ", revision " + revision).strip();
  }

  /** The release of this version, however it is written. */
  public Optional<Release> release(String version) {
    return releases.stream()
        .filter(r -> scheme.compare(r.version(), version) == VersionScheme.Order.SAME)
        .findFirst();
  }

  /** The newest finished version; empty if only trials were published. */
  public Optional<Release> newest() {
    return releases.stream()
        .filter(r -> !scheme.unfinished(r.version()))
        .reduce((a, b) -> scheme.newer(b.version(), a.version()) ? b : a);
  }
}
