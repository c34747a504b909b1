package dottore.core.format;

import dottore.core.machine.BootMode;
import dottore.core.units.Capacity;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * An image of a disc, as its own tables tell it.
 *
 * @param label of the volume
 * @param created when it was made, if it says so
 * @param boots the ways by which its boot catalog lets a machine start
 * @param hybrid whether a partition table in its first sector lets it be written to a stick as it
 *     is
 * @param longNames whether a second tree holds the long names
 * @param secondSystem whether it carries a second file system (UDF) with the real files
 * @param files how many files the tree that counts has
 * @param largest the largest of them, the first eight
 * @param volume what its tables claim it holds
 * @param held what there is of it
 */
public record IsoImage(
    String label,
    Optional<LocalDate> created,
    Set<BootMode> boots,
    boolean hybrid,
    boolean longNames,
    boolean secondSystem,
    int files,
    List<File> largest,
    Capacity volume,
    Capacity held) {
  /** A file of the image. */
  public record File(String path, long bytes) {}

  /** FAT32 holds no file of 4 GiB or more. */
  private static final long FAT_LIMIT = 4L << 30;

  public IsoImage {
    boots = Set.copyOf(boots);
    largest = List.copyOf(largest);
  }

  /** Whether the file holds as much as its tables claim; a broken download does not. */
  public boolean whole() {
    return held.compareTo(volume) >= 0;
  }

  /** Whether FAT32 can hold each of its files. */
  public boolean fitsFat() {
    return largest.stream().allMatch(file -> file.bytes() < FAT_LIMIT);
  }
}
