package dottore.core.format;

import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.FileSystem;
import dottore.core.machine.Scheme;
import dottore.core.machine.Stick;
import dottore.core.machine.Stick.Partition;
import dottore.core.machine.Stick.Volume;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Reads the first sectors of a stick: its partition table (MBR, or GPT of the UEFI specification
 * 2.x, chapter 5), the kind of each file system, what FAT32 and exFAT say of themselves, and the
 * top folder of a FAT32 one (FAT specification 1.03). Sectors have 512 bytes. Nothing is trusted:
 * every place is checked against what was uploaded.
 */
public final class StickSectors {
  /** Enough for the top folder of a usual stick; more is refused unread. */
  public static final int LARGEST = 32 << 20;

  private static final Pattern HALF = Pattern.compile("\\p{Cs}");
  private static final int SECTOR = 512;
  private static final int MOST_CLUSTERS = 64;
  private static final int MOST_FILES = 2000;
  private static final int FAT12_CLUSTERS = 4085;
  private static final int FAT16_CLUSTERS = 65525;

  private final Sectors bytes;
  private final List<Partition> partitions = new ArrayList<>();
  private Optional<List<String>> files = Optional.empty();

  private StickSectors(byte[] bytes) {
    this.bytes = new Sectors(bytes);
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
    if (stick.bytes.word(PartitionTable.SIGNATURE) != 0xAA55) {
      throw new FormatFault(
          "neither a partition table nor a file system", PartitionTable.SIGNATURE);
    }
    return stick.stick();
  }

  private Stick stick() throws FormatFault {
    Optional<FileSystem> whole = fileSystem(0).filter(system -> system != FileSystem.OTHER);
    Scheme scheme;
    if (whole.isPresent()) {
      scheme = Scheme.NONE;
      add(0, bytes.length() / SECTOR);
    } else {
      PartitionTable table = PartitionTable.read(bytes, SECTOR);
      scheme = table.scheme();
      for (Part part : table.parts()) {
        if (part.role() != Role.EXTENDED) {
          add(part.start(), part.sectors());
        }
      }
    }
    return new Stick(scheme, partitions, files);
  }

  private void add(long start, long sectors) throws FormatFault {
    Optional<FileSystem> system = Optional.empty();
    Optional<Volume> volume = Optional.empty();
    if (start < LARGEST / SECTOR && bytes.within(start * SECTOR, SECTOR)) {
      int boot = (int) (start * SECTOR);
      system = fileSystem(boot);
      if (system.filter(s -> s == FileSystem.FAT32).isPresent()) {
        volume = Optional.of(fat32(boot));
        if (partitions.isEmpty()) {
          files = folder(boot);
        }
      } else if (system.filter(s -> s == FileSystem.EXFAT).isPresent()) {
        volume = exfat(boot);
      }
    }
    partitions.add(new Partition(start, new Capacity(sectors * SECTOR), system, volume));
  }

  // --- file systems ------------------------------------------------------------------------------

  /**
   * By the count of clusters, as the FAT specification demands, never by the name in the sector.
   */
  private Optional<FileSystem> fileSystem(int boot) {
    String name = bytes.text(boot + 3, 8);
    if (name.equals("NTFS    ")) {
      return Optional.of(FileSystem.NTFS);
    }
    if (name.equals("EXFAT   ")) {
      return Optional.of(FileSystem.EXFAT);
    }
    boolean jump = bytes.unsigned(boot) == 0xEB || bytes.unsigned(boot) == 0xE9;
    int perCluster = bytes.unsigned(boot + 13);
    int reserved = bytes.word(boot + 14);
    int tables = bytes.unsigned(boot + 16);
    boolean fat =
        jump
            && bytes.word(boot + 11) == SECTOR
            && Integer.bitCount(perCluster) == 1
            && reserved > 0
            && (tables == 1 || tables == 2)
            && bytes.word(boot + PartitionTable.SIGNATURE) == 0xAA55;
    if (!fat) {
      return Optional.of(FileSystem.OTHER);
    }
    long tableSize = bytes.word(boot + 22) != 0 ? bytes.word(boot + 22) : bytes.dword(boot + 36);
    long total = bytes.word(boot + 19) != 0 ? bytes.word(boot + 19) : bytes.dword(boot + 32);
    long root = (bytes.word(boot + 17) * 32L + SECTOR - 1) / SECTOR;
    long clusters = (total - reserved - tables * tableSize - root) / perCluster;
    if (clusters < 1) {
      return Optional.of(FileSystem.OTHER);
    }
    return Optional.of(
        clusters < FAT12_CLUSTERS
            ? FileSystem.FAT12
            : clusters < FAT16_CLUSTERS ? FileSystem.FAT16 : FileSystem.FAT32);
  }

  private Volume fat32(int boot) {
    int perCluster = bytes.unsigned(boot + 13);
    long used = bytes.word(boot + 14) + bytes.unsigned(boot + 16) * bytes.dword(boot + 36);
    return new Volume(
        bytes.text(boot + 71, 11).strip(),
        perCluster * SECTOR,
        (bytes.dword(boot + 32) - used) / perCluster,
        serial(bytes.dword(boot + 67)));
  }

  /**
   * By the exFAT specification, revision 1.00; its label stands in the top folder, as an entry of
   * the kind 83h.
   */
  private Optional<Volume> exfat(int boot) {
    int sector = bytes.unsigned(boot + 108);
    int perCluster = bytes.unsigned(boot + 109);
    if (sector < 9 || sector > 12 || sector + perCluster > 25) {
      return Optional.empty();
    }
    int cluster = 1 << sector + perCluster;
    long root = boot + (bytes.dword(boot + 88) << sector) + (bytes.dword(boot + 96) - 2) * cluster;
    String label = "";
    for (long at = root; at < root + cluster && bytes.within(at, 32); at += 32) {
      int kind = bytes.unsigned((int) at);
      if (kind == 0x83) {
        label = utf16((int) at + 2, Math.min(11, bytes.unsigned((int) at + 1)));
      }
      if (kind == 0) {
        break;
      }
    }
    return Optional.of(
        new Volume(label, cluster, bytes.dword(boot + 92), serial(bytes.dword(boot + 100))));
  }

  private String utf16(int at, int length) {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < length; i++) {
      char c = (char) bytes.word(at + 2 * i);
      text.append(Character.isISOControl(c) ? '?' : c);
    }
    return whole(text);
  }

  private static String serial(long number) {
    return "%04X-%04X".formatted(number >> 16, number & 0xFFFF);
  }

  /** Names in the top folder of a FAT32 file system; empty if a part of it was not uploaded. */
  private Optional<List<String>> folder(int boot) throws FormatFault {
    long perCluster = bytes.unsigned(boot + 13);
    long reserved = bytes.word(boot + 14);
    long data = reserved + bytes.unsigned(boot + 16) * bytes.dword(boot + 36);
    long cluster = bytes.dword(boot + 44) & 0x0FFFFFFF;
    List<String> names = new ArrayList<>();
    StringBuilder longName = new StringBuilder();
    for (int i = 0; i < MOST_CLUSTERS; i++) {
      if (cluster < 2) {
        throw new FormatFault("the top folder begins nowhere", boot + 44);
      }
      long at = boot + (data + (cluster - 2) * perCluster) * SECTOR;
      if (!bytes.within(at, perCluster * SECTOR)) {
        return Optional.empty();
      }
      if (!entries((int) at, (int) perCluster * SECTOR, names, longName)) {
        return Optional.of(names);
      }
      long link = boot + reserved * SECTOR + cluster * 4;
      if (!bytes.within(link, 4)) {
        return Optional.empty();
      }
      cluster = bytes.dword((int) link) & 0x0FFFFFFF;
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
      int first = bytes.unsigned(entry);
      int attributes = bytes.unsigned(entry + 11);
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
      char c = (char) bytes.word(entry + i);
      if (c == 0 || c == 0xFFFF) {
        break;
      }
      part.append(Character.isISOControl(c) ? '?' : c);
    }
    return part.toString();
  }

  private String shortName(int entry) {
    String name = bytes.text(entry, 8).strip();
    String end = bytes.text(entry + 8, 3).strip();
    // Small letters are kept in two bits of a byte that the specification leaves to the system.
    int small = bytes.unsigned(entry + 12);
    String shown = (small & 0x08) != 0 ? name.toLowerCase(Locale.ROOT) : name;
    String tail = (small & 0x10) != 0 ? end.toLowerCase(Locale.ROOT) : end;
    return tail.isEmpty() ? shown : shown + "." + tail;
  }
}
