package dottore.core.format;

import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Scheme;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * A partition table in the first sectors of a drive: MBR with its chain of logical partitions, or
 * GPT (UEFI specification 2.x, chapter 5).
 */
final class PartitionTable {
  static final int SIGNATURE = 510;

  private static final int TABLE = 446;
  private static final int MOST_LOGICAL = 64;
  private static final int MOST_ENTRIES = 256;
  private static final int NAME = 72;

  /** First halves of the type identifiers of the new scheme, as they lie on the drive. */
  private static final Map<Long, Use> TYPES =
      Map.of(
          0x11D2F81FC12A7328L, Use.START,
          0x4DB80B5CE3C9E316L, Use.RESERVED,
          0x4433B9E5EBD0A0A2L, Use.DATA,
          0x4D4006D1DE94BBA4L, Use.RECOVERY,
          0x47728483_0FC63DAFL, Use.DATA);

  private final Sectors head;
  private final int sector;
  private final List<Part> parts = new ArrayList<>();
  private boolean whole = true;
  private Scheme scheme = Scheme.MBR;

  private PartitionTable(Sectors head, int sector) {
    this.head = head;
    this.sector = sector;
  }

  /**
   * Reads it.
   *
   * @param sector bytes in a sector
   * @throws FormatFault if it is damaged
   */
  static PartitionTable read(Sectors head, int sector) throws FormatFault {
    if (!head.within(0, SIGNATURE + 2) || head.word(SIGNATURE) != 0xAA55) {
      throw new FormatFault("no partition table", Math.min(head.length(), SIGNATURE));
    }
    PartitionTable table = new PartitionTable(head, sector);
    if (table.protective()) {
      table.scheme = Scheme.GPT;
      if (!head.within(sector, sector)) {
        throw new FormatFault("the new-scheme header is missing", head.length());
      }
      Header header = Header.read(head, sector, sector);
      if (!head.within(header.table(sector), header.length())) {
        throw new FormatFault("the new-scheme table lies beyond what was uploaded", head.length());
      }
      table.entries(header, (int) header.table(sector));
    } else {
      table.mbr();
    }
    return table;
  }

  Scheme scheme() {
    return scheme;
  }

  /** Used entries; a logical one that was not read has no sectors. */
  List<Part> parts() {
    return parts;
  }

  /** Whether the chain of logical partitions was read to its end. */
  boolean whole() {
    return whole;
  }

  private boolean protective() {
    for (int i = 0; i < 4; i++) {
      if (head.unsigned(TABLE + 16 * i + 4) == 0xEE) {
        return true;
      }
    }
    return false;
  }

  // --- old scheme --------------------------------------------------------------------------------

  private void mbr() throws FormatFault {
    for (int i = 0; i < 4; i++) {
      int entry = TABLE + 16 * i;
      int type = head.unsigned(entry + 4);
      if (type == 0) {
        continue;
      }
      int state = head.unsigned(entry);
      if (state != 0 && state != 0x80) {
        throw new FormatFault("entry " + (i + 1) + " of the partition table is damaged", entry);
      }
      long start = head.dword(entry + 8);
      if (type == 0x05 || type == 0x0F || type == 0x85) {
        parts.add(new Part(Role.EXTENDED, Use.OTHER, start, head.dword(entry + 12), false, ""));
        logical(start);
      } else {
        parts.add(
            new Part(Role.PRIMARY, use(type), start, head.dword(entry + 12), state == 0x80, ""));
      }
    }
  }

  private static Use use(int type) {
    return switch (type) {
      case 0xEF -> Use.START;
      case 0x27 -> Use.RECOVERY;
      case 0x01, 0x04, 0x06, 0x07, 0x0B, 0x0C, 0x0E, 0x83 -> Use.DATA;
      default -> Use.OTHER;
    };
  }

  /** The chain of logical partitions; it ends where the sectors end. */
  private void logical(long extended) throws FormatFault {
    long at = extended;
    for (int i = 0; i < MOST_LOGICAL; i++) {
      if (!head.within(at * sector, sector)) {
        whole = false;
        parts.add(new Part(Role.LOGICAL, Use.OTHER, at, 0, false, ""));
        return;
      }
      int link = (int) (at * sector);
      if (head.word(link + SIGNATURE) != 0xAA55) {
        throw new FormatFault("a link of the logical partitions is damaged", link + SIGNATURE);
      }
      parts.add(
          new Part(
              Role.LOGICAL,
              use(head.unsigned(link + TABLE + 4)),
              at + head.dword(link + TABLE + 8),
              head.dword(link + TABLE + 12),
              false,
              ""));
      if (head.unsigned(link + TABLE + 16 + 4) == 0) {
        return;
      }
      at = extended + head.dword(link + TABLE + 16 + 8);
    }
    throw new FormatFault("logical partitions without end", TABLE);
  }

  // --- new scheme --------------------------------------------------------------------------------

  /**
   * A header of the new scheme.
   *
   * @param first sector of its table
   * @param crc of the table
   */
  record Header(long first, int count, int size, long crc, long other) {
    /**
     * @param at where it lies in the bytes
     * @param sector bytes in a sector
     */
    static Header read(Sectors bytes, int at, int sector) throws FormatFault {
      if (!bytes.within(at, sector) || !bytes.text(at, 8).equals("EFI PART")) {
        throw new FormatFault("the new-scheme header is missing", at);
      }
      long header = bytes.dword(at + 12);
      if (header < 92 || header > sector) {
        throw new FormatFault("the new-scheme header has an impossible length", at + 12);
      }
      if (bytes.crc(at, (int) header, 16) != bytes.dword(at + 16)) {
        throw new FormatFault("the checksum of the new-scheme header is wrong", at + 16);
      }
      long count = bytes.dword(at + 80);
      long size = bytes.dword(at + 84);
      long first = bytes.qword(at + 72);
      if (count > MOST_ENTRIES
          || size < 128
          || size > 1024
          || first < 2
          || first > Long.MAX_VALUE / sector) {
        throw new FormatFault("the new-scheme table has an impossible size", at + 80);
      }
      return new Header(first, (int) count, (int) size, bytes.dword(at + 88), bytes.qword(at + 32));
    }

    /** Where its table begins on the drive, in bytes. */
    long table(int sector) {
      return first * sector;
    }

    int length() {
      return count * size;
    }
  }

  private void entries(Header header, int table) throws FormatFault {
    if (head.crc(table, header.length(), -1) != header.crc()) {
      throw new FormatFault("the checksum of the new-scheme table is wrong", sector + 88);
    }
    for (int i = 0; i < header.count(); i++) {
      int entry = table + i * header.size();
      if (head.qword(entry) == 0 && head.qword(entry + 8) == 0) {
        continue;
      }
      long first = head.qword(entry + 32);
      long last = head.qword(entry + 40);
      if (first < 0 || last < first || last >= Long.MAX_VALUE / sector) {
        throw new FormatFault("entry " + (i + 1) + " of the table is damaged", entry + 32);
      }
      parts.add(
          new Part(
              Role.ENTRY,
              TYPES.getOrDefault(head.qword(entry), Use.OTHER),
              first,
              last - first + 1,
              false,
              name(entry + 56)));
    }
  }

  private String name(int at) {
    StringBuilder name = new StringBuilder();
    for (int i = 0; i < NAME; i += 2) {
      char c = (char) head.word(at + i);
      if (c == 0) {
        break;
      }
      name.append(Character.isISOControl(c) || Character.isSurrogate(c) ? '?' : c);
    }
    return name.toString().strip();
  }
}
