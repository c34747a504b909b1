package dottore.core.format;

import dottore.core.format.PartitionTable.Header;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.Scheme;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * Reads how a drive is divided from its first sectors, and from its last ones if they were copied
 * too: MBR, or GPT with the checksums of both its tables (UEFI specification 2.x, chapter 5).
 * Nothing of the files on it is read.
 */
public final class DiskSectors {
  /** Enough for every table; more is refused unread. */
  public static final int LARGEST = 2 << 20;

  private static final int SECTOR = 512;
  private static final int LARGE_SECTOR = 4096;

  private DiskSectors() {}

  /**
   * Reads them.
   *
   * @param head the drive from its first byte on
   * @param tail the drive up to its last byte; empty if it was not copied
   * @param sectors how many sectors the drive has, if somebody said; a table of the new scheme says
   *     it by itself
   * @param largeSectors whether an old-scheme drive counts in sectors of 4096 bytes, which nothing
   *     in its table tells
   * @throws FormatFault if there is no partition table, or it is damaged
   */
  public static DiskLayout read(
      byte[] head, Optional<byte[]> tail, OptionalLong sectors, boolean largeSectors)
      throws FormatFault {
    if (head.length > LARGEST || tail.filter(t -> t.length > LARGEST).isPresent()) {
      throw new FormatFault("more than 2 MiB", LARGEST);
    }
    Sectors first = new Sectors(head);
    int size = sectorSize(first, largeSectors);
    PartitionTable table = PartitionTable.read(first, size);
    boolean gpt = table.scheme() == Scheme.GPT;
    if (!gpt && table.parts().isEmpty() && looksLikeFiles(first)) {
      throw new FormatFault("a file system without a partition table", 0);
    }
    if (sectors.isPresent() && sectors.getAsLong() > Long.MAX_VALUE / size) {
      throw new FormatFault("more sectors than any drive has", 0);
    }
    List<Part> parts = table.parts().stream().filter(part -> part.sectors() > 0).toList();
    if (!gpt) {
      return new DiskLayout(Scheme.MBR, size, sectors, parts, table.whole(), Backup.NONE);
    }
    Header header = Header.read(first, size, size);
    boolean says = header.other() > 0 && header.other() < Long.MAX_VALUE / size;
    OptionalLong total = says ? OptionalLong.of(header.other() + 1) : sectors;
    Backup backup = tail.map(t -> backup(new Sectors(t), header, size)).orElse(Backup.UNREAD);
    return new DiskLayout(Scheme.GPT, size, total, parts, true, backup);
  }

  private static int sectorSize(Sectors head, boolean large) {
    for (int size : new int[] {SECTOR, LARGE_SECTOR}) {
      if (head.within(size, 8) && head.text(size, 8).equals("EFI PART")) {
        return size;
      }
    }
    return large ? LARGE_SECTOR : SECTOR;
  }

  /** A boot sector of files ends like a table; its jump at the start tells it apart. */
  private static boolean looksLikeFiles(Sectors head) {
    return head.unsigned(0) == 0xEB || head.unsigned(0) == 0xE9;
  }

  private static Backup backup(Sectors tail, Header front, int size) {
    int at = tail.length() - size;
    try {
      Header end = Header.read(tail, at, size);
      boolean fits = end.crc() == front.crc() && end.count() == front.count();
      long table = at - (long) front.length();
      boolean there = fits && tail.within(table, end.length()) && tableFits(tail, (int) table, end);
      return there ? Backup.FITS : Backup.DAMAGED;
    } catch (FormatFault damaged) {
      return Backup.DAMAGED;
    }
  }

  private static boolean tableFits(Sectors tail, int at, Header end) {
    return tail.crc(at, end.length(), -1) == end.crc();
  }
}
