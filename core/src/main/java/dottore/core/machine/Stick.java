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
   * @param volume what the file system says of itself; empty if it is of no kind that is read
   */
  public record Partition(
      long start, Capacity size, Optional<FileSystem> fileSystem, Optional<Volume> volume) {
    /** Empty if it has none, or nobody could read it. */
    public String label() {
      return volume.map(Volume::label).orElse("");
    }
  }

  /**
   * A FAT32 or exFAT file system.
   *
   * @param cluster bytes that a file takes at least
   * @param clusters how many of them files can take
   * @param serial as systems write it, such as 4A17-09FC
   */
  public record Volume(String label, int cluster, long clusters, String serial) {}

  public Stick {
    partitions = List.copyOf(partitions);
    files = files.map(List::copyOf);
  }
}
