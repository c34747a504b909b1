package dottore.core.machine;

import dottore.core.units.Capacity;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Collectors;

/**
 * A drive as its partition table divides it.
 *
 * @param sectorSize bytes in a sector, 512 or 4096
 * @param sectors how many sectors the drive has; empty if nobody said
 * @param parts in the order of their place on the drive
 * @param whole whether every logical partition was read; their chain leads over the whole drive
 * @param backup how the copy of a new-scheme table at the end of the drive stands
 */
public record DiskLayout(
    Scheme scheme,
    int sectorSize,
    OptionalLong sectors,
    List<Part> parts,
    boolean whole,
    Backup backup) {

  /** How a partition stands in the table. */
  public enum Role {
    PRIMARY,
    /** Holds logical ones, and nothing else. */
    EXTENDED,
    LOGICAL,
    /** All of the new scheme are alike. */
    ENTRY
  }

  /** What a partition is for, by its type in the table. */
  public enum Use {
    START("start"),
    RESERVED("reserved"),
    DATA("data"),
    RECOVERY("recovery"),
    OTHER("other");

    private final String words;

    Use(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** How the second table of the new scheme stands. */
  public enum Backup {
    /** The old scheme has none. */
    NONE,
    /** The end of the drive was not read. */
    UNREAD,
    FITS,
    DAMAGED
  }

  /**
   * @param start first sector
   * @param sectors how many
   * @param active whether the old way starts from it
   */
  public record Part(Role role, Use use, long start, long sectors, boolean active, String name) {
    /** The last sector. */
    public long end() {
      return start + sectors - 1;
    }
  }

  /** Sectors that no partition holds. */
  public record Gap(long start, long sectors) {}

  /**
   * @throws IllegalArgumentException if the sector size is neither of the two, or a partition or
   *     the drive has a place or size that no drive can have
   */
  public DiskLayout {
    if (sectorSize != 512 && sectorSize != 4096) {
      throw new IllegalArgumentException("sectors have 512 or 4096 bytes, not " + sectorSize);
    }
    long most = Long.MAX_VALUE / sectorSize;
    boolean possible =
        (sectors.isEmpty() || (sectors.getAsLong() > 0 && sectors.getAsLong() <= most))
            && parts.stream()
                .allMatch(
                    p -> p.start() >= 0 && p.sectors() > 0 && p.start() <= most - p.sectors());
    if (!possible) {
      throw new IllegalArgumentException("no drive is divided so");
    }
    parts = parts.stream().sorted(Comparator.comparingLong(Part::start)).toList();
  }

  /** Partitions that hold files: all but the frame around logical ones. */
  public List<Part> holding() {
    return parts.stream().filter(part -> part.role() != Role.EXTENDED).toList();
  }

  public Capacity size(Part part) {
    return size(part.sectors());
  }

  /** The size of so many sectors. */
  public Capacity size(long count) {
    return new Capacity(Math.multiplyExact(count, (long) sectorSize));
  }

  /** In one line: scheme, and the sizes of what holds files. */
  public String words() {
    List<Part> holding = holding();
    String sizes =
        holding.stream().map(part -> size(part).asListed()).collect(Collectors.joining(", "));
    int count = holding.size();
    return scheme.words()
        + ", "
        + (count == 0 ? "no partition" : count + (count == 1 ? " partition: " : " partitions: "))
        + sizes
        + (whole ? "" : ", logical ones beyond what was read");
  }

  /** Sectors in front of the first partition; all that are known if there is none. */
  public OptionalLong front() {
    return parts.isEmpty() ? sectors : OptionalLong.of(parts.get(0).start());
  }

  /** Sectors behind the last partition, negative if it ends beyond the drive. */
  public OptionalLong behind() {
    if (sectors.isEmpty()) {
      return OptionalLong.empty();
    }
    long end = parts.stream().mapToLong(Part::end).max().orElse(-1);
    return OptionalLong.of(sectors.getAsLong() - 1 - end);
  }
}
