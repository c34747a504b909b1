package dottore.core.machine;

import dottore.core.units.Capacity;
import java.util.List;
import java.util.Optional;

/**
 * A stick as its first sectors show it.
 *
 * @param scheme how it is divided
 * @param partitions the used ones
 * @param files names in the top folder of the first file system; empty if they lie beyond the
 *     sectors that were read
 */
public record Stick(Scheme scheme, List<Partition> partitions, Optional<List<String>> files) {

  /**
   * @param start first sector
   * @param fileSystem empty if it begins beyond the sectors that were read
   */
  public record Partition(
      long start, Capacity size, Optional<FileSystem> fileSystem, String label) {}

  public Stick {
    partitions = List.copyOf(partitions);
    files = files.map(List::copyOf);
  }
}
