package dottore.core.format;

import dottore.core.machine.Stick;
import dottore.core.machine.Stick.FileSystem;
import dottore.core.machine.Stick.Partition;
import dottore.core.machine.Stick.Scheme;
import dottore.core.units.Capacity;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.zip.CRC32;

/**
 * Reads the first sectors of a stick: its partition table (MBR, or GPT of the UEFI specification
 * 2.x, chapter 5), the kind of each file system, and the top folder of a FAT32 one (FAT
 * specification 1.03). Sectors have 512 bytes. Nothing is trusted: every place is checked against
 * what was uploaded.
 */
public final class StickSectors {
  /** Enough for the top folder of a usual stick; more is refused unread. */
  public static final int LARGEST = 32 << 20;

  private static final Pattern HALF = Pattern.compile("\\p{Cs}");
  private static final int SECTOR = 512;
  private static final int TABLE = 446;
  private static final int SIGNATURE = 510;
  private static final int MOST_LOGICAL = 64;
  private static final int MOST_ENTRIES = 256;
  private static final int MOST_CLUSTERS = 64;
  private static final int MOST_FILES = 2000;
  private static final int FAT12_CLUSTERS = 4085;
  private static final int FAT16_CLUSTERS = 65525;

  private final byte[] bytes;
  private final List<Partition> partitions = new ArrayList<>();
  private Optional<List<String>> files = Optional.empty();

  private StickSectors(byte[] bytes) {
    this.bytes = bytes;
  }

  /**
   * Reads them.
   *
   * @param head the stick from its first byte on, as much as was copied
   * @throws FormatFault if it is no partition table or file system, or damaged
   */
  public static Stick read(byte[] head) throws FormatFault {
    if (head.length > LARGEST) {
      throw new FormatFault("more than the first 32 MiB", LARGEST);
    }
    if (head.length < SECTOR) {
      throw new FormatFault("shorter than one sector of 512 bytes", head.length);
    }
    StickSectors stick = new StickSectors(head);
    if (stick.word(SIGNATURE) != 0xAA55) {
      throw new FormatFault("neither a partition table nor a file system", SIGNATURE);
    }
    return stick.stick();
  }

  private Stick stick() throws FormatFault {
    Optional<FileSystem> whole = fileSystem(0).filter(system -> system != FileSystem.OTHER);
    Scheme scheme;
    if (whole.isPresent()) {
      scheme = Scheme.NONE;
      add(0, bytes.length / SECTOR);
    } else if (protective()) {
      scheme = Scheme.GPT;
      gpt();
    } else {
      scheme = Scheme.MBR;
      mbr();
    }
    return new Stick(scheme, partitions, files);
  }

  private boolean protective() {
    for (int i = 0; i < 4; i++) {
      if (unsigned(TABLE + 16 * i + 4) == 0xEE) {
        return true;
      }
    }
    return false;
  }

  private void mbr() throws FormatFault {
    for (int i = 0; i < 4; i++) {
      int entry = TABLE + 16 * i;
      int type = unsigned(entry + 4);
      if (type == 0) {
        continue;
      }
      int state = unsigned(entry);
      if (state != 0 && state != 0x80) {
        throw new FormatFault("entry " + (i + 1) + " of the partition table is damaged", entry);
      }
      if (type == 0x05 || type == 0x0F || type == 0x85) {
        logical(dword(entry + 8));
      } else {
        add(dword(entry + 8), dword(entry + 12));
      }
    }
  }

  /** The chain of logical partitions; it ends where the sectors end. */
  private void logical(long extended) throws FormatFault {
    long at = extended;
    for (int i = 0; i < MOST_LOGICAL; i++) {
      if (!within(at * SECTOR, SECTOR)) {
        partitions.add(new Partition(at, new Capacity(0), Optional.empty(), ""));
        return;
      }
      int sector = (int) (at * SECTOR);
      if (word(sector + SIGNATURE) != 0xAA55) {
        throw new FormatFault("a link of the logical partitions is damaged", sector + SIGNATURE);
      }
      add(at + dword(sector + TABLE + 8), dword(sector + TABLE + 12));
      if (unsigned(sector + TABLE + 16 + 4) == 0) {
        return;
      }
      at = extended + dword(sector + TABLE + 16 + 8);
    }
    throw new FormatFault("logical partitions without end", TABLE);
  }

  private void gpt() throws FormatFault {
    if (!within(SECTOR, SECTOR) || !text(SECTOR, 8).equals("EFI PART")) {
      throw new FormatFault("the new-scheme header is missing", SECTOR);
    }
    long header = dword(SECTOR + 12);
    if (header < 92 || header > SECTOR) {
      throw new FormatFault("the new-scheme header has an impossible length", SECTOR + 12);
    }
    byte[] copy = Arrays.copyOfRange(bytes, SECTOR, SECTOR + (int) header);
    Arrays.fill(copy, 16, 20, (byte) 0);
    if (crc(copy, 0, copy.length) != dword(SECTOR + 16)) {
      throw new FormatFault("the checksum of the new-scheme header is wrong", SECTOR + 16);
    }
    long count = dword(SECTOR + 80);
    long size = dword(SECTOR + 84);
    long array = qword(SECTOR + 72);
    if (count > MOST_ENTRIES || size < 128 || size > 1024 || array < 2) {
      throw new FormatFault("the new-scheme table has an impossible size", SECTOR + 80);
    }
    if (array > LARGEST / SECTOR || !within(array * SECTOR, count * size)) {
      throw new FormatFault("the new-scheme table lies beyond what was uploaded", bytes.length);
    }
    int table = (int) (array * SECTOR);
    if (crc(bytes, table, (int) (count * size)) != dword(SECTOR + 88)) {
      throw new FormatFault("the checksum of the new-scheme table is wrong", SECTOR + 88);
    }
    for (int i = 0; i < count; i++) {
      int entry = table + (int) (i * size);
      if (qword(entry) == 0 && qword(entry + 8) == 0) {
        continue;
      }
      long first = qword(entry + 32);
      long last = qword(entry + 40);
      if (first < 0 || last < first || last - first > Long.MAX_VALUE / SECTOR - 1) {
        throw new FormatFault("entry " + (i + 1) + " of the table is damaged", entry + 32);
      }
      add(first, last - first + 1);
    }
  }

  private static long crc(byte[] from, int offset, int length) {
    CRC32 crc = new CRC32();
    crc.update(from, offset, length);
    return crc.getValue();
  }

  private void add(long start, long sectors) throws FormatFault {
    Optional<FileSystem> system = Optional.empty();
    String label = "";
    if (start < LARGEST / SECTOR && within(start * SECTOR, SECTOR)) {
      int boot = (int) (start * SECTOR);
      system = fileSystem(boot);
      if (system.filter(s -> s == FileSystem.FAT32).isPresent()) {
        label = text(boot + 71, 11).strip();
        if (partitions.isEmpty()) {
          files = folder(boot);
        }
      }
    }
    partitions.add(new Partition(start, new Capacity(sectors * SECTOR), system, label));
  }

  // --- file systems ------------------------------------------------------------------------------

  /**
   * By the count of clusters, as the FAT specification demands, never by the name in the sector.
   */
  private Optional<FileSystem> fileSystem(int boot) {
    String name = text(boot + 3, 8);
    if (name.equals("NTFS    ")) {
      return Optional.of(FileSystem.NTFS);
    }
    if (name.equals("EXFAT   ")) {
      return Optional.of(FileSystem.EXFAT);
    }
    boolean jump = unsigned(boot) == 0xEB || unsigned(boot) == 0xE9;
    int perCluster = unsigned(boot + 13);
    int reserved = word(boot + 14);
    int tables = unsigned(boot + 16);
    boolean fat =
        jump
            && word(boot + 11) == SECTOR
            && Integer.bitCount(perCluster) == 1
            && reserved > 0
            && (tables == 1 || tables == 2)
            && word(boot + SIGNATURE) == 0xAA55;
    if (!fat) {
      return Optional.of(FileSystem.OTHER);
    }
    long tableSize = word(boot + 22) != 0 ? word(boot + 22) : dword(boot + 36);
    long total = word(boot + 19) != 0 ? word(boot + 19) : dword(boot + 32);
    long root = (word(boot + 17) * 32L + SECTOR - 1) / SECTOR;
    long clusters = (total - reserved - tables * tableSize - root) / perCluster;
    if (clusters < 1) {
      return Optional.of(FileSystem.OTHER);
    }
    return Optional.of(
        clusters < FAT12_CLUSTERS
            ? FileSystem.FAT12
            : clusters < FAT16_CLUSTERS ? FileSystem.FAT16 : FileSystem.FAT32);
  }

  /** Names in the top folder of a FAT32 file system; empty if a part of it was not uploaded. */
  private Optional<List<String>> folder(int boot) throws FormatFault {
    long perCluster = unsigned(boot + 13);
    long reserved = word(boot + 14);
    long data = reserved + unsigned(boot + 16) * dword(boot + 36);
    long cluster = dword(boot + 44) & 0x0FFFFFFF;
    List<String> names = new ArrayList<>();
    StringBuilder longName = new StringBuilder();
    for (int i = 0; i < MOST_CLUSTERS; i++) {
      if (cluster < 2) {
        throw new FormatFault("the top folder begins nowhere", boot + 44);
      }
      long at = boot + (data + (cluster - 2) * perCluster) * SECTOR;
      if (!within(at, perCluster * SECTOR)) {
        return Optional.empty();
      }
      if (!entries((int) at, (int) perCluster * SECTOR, names, longName)) {
        return Optional.of(names);
      }
      long link = boot + reserved * SECTOR + cluster * 4;
      if (!within(link, 4)) {
        return Optional.empty();
      }
      cluster = dword((int) link) & 0x0FFFFFFF;
      if (cluster >= 0x0FFFFFF8) {
        return Optional.of(names);
      }
    }
    throw new FormatFault("the top folder has no end", boot + 44);
  }

  /**
   * @return whether the folder goes on behind these entries
   */
  private boolean entries(int at, int length, List<String> names, StringBuilder longName)
      throws FormatFault {
    for (int entry = at; entry < at + length; entry += 32) {
      int first = unsigned(entry);
      int attributes = unsigned(entry + 11);
      if (first == 0) {
        return false;
      }
      if (first == 0xE5) {
        longName.setLength(0);
      } else if (attributes == 0x0F) {
        longName.insert(0, part(entry));
      } else {
        if ((attributes & 0x08) == 0) {
          names.add(longName.isEmpty() ? shortName(entry) : whole(longName));
        }
        longName.setLength(0);
      }
      if (names.size() > MOST_FILES || longName.length() > 255 + 13) {
        throw new FormatFault("more in the top folder than fits", entry);
      }
    }
    return true;
  }

  /** A name without halves of characters, which a damaged folder can hold. */
  private static String whole(StringBuilder name) {
    return HALF.matcher(name).replaceAll("?");
  }

  /** Thirteen characters of a long name. */
  private String part(int entry) {
    StringBuilder part = new StringBuilder();
    for (int i : new int[] {1, 3, 5, 7, 9, 14, 16, 18, 20, 22, 24, 28, 30}) {
      char c = (char) word(entry + i);
      if (c == 0 || c == 0xFFFF) {
        break;
      }
      part.append(Character.isISOControl(c) ? '?' : c);
    }
    return part.toString();
  }

  private String shortName(int entry) {
    String name = text(entry, 8).strip();
    String end = text(entry + 8, 3).strip();
    // Small letters are kept in two bits of a byte that the specification leaves to the system.
    int small = unsigned(entry + 12);
    String shown = (small & 0x08) != 0 ? name.toLowerCase(Locale.ROOT) : name;
    String tail = (small & 0x10) != 0 ? end.toLowerCase(Locale.ROOT) : end;
    return tail.isEmpty() ? shown : shown + "." + tail;
  }

  // --- bytes -------------------------------------------------------------------------------------

  private boolean within(long at, long length) {
    return at >= 0 && length >= 0 && at <= bytes.length && length <= bytes.length - at;
  }

  private String text(int at, int length) {
    String text = new String(bytes, at, length, StandardCharsets.ISO_8859_1);
    return text.replaceAll("\\p{Cntrl}", " ");
  }

  private int unsigned(int at) {
    return bytes[at] & 0xFF;
  }

  private int word(int at) {
    return unsigned(at) | unsigned(at + 1) << 8;
  }

  private long dword(int at) {
    return word(at) | (long) word(at + 2) << 16;
  }

  private long qword(int at) {
    return dword(at) | dword(at + 4) << 32;
  }
}
