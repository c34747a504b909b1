package dottore.core.format;

import dottore.core.format.IsoImage.File;
import dottore.core.format.Ranges.Range;
import dottore.core.machine.BootMode;
import dottore.core.units.Capacity;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Reads an image of a disc by pieces: ISO 9660 with its long names (ECMA-119 and its supplementary
 * descriptors), the boot catalog (El Torito 1.0) and, where the real files lie there, UDF with a
 * plain partition (ECMA-167, OSTA UDF up to 2.01). No length of the file is trusted; bounded in
 * pieces, folders and entries.
 */
public final class IsoReader {
  /** What came of it. */
  public sealed interface Inspection {
    /** It could be read. */
    record Done(IsoImage image) implements Inspection {}

    /** These pieces are needed first. */
    record Wants(List<Range> ranges) implements Inspection {}
  }

  private static final int SECTOR = 2048;
  private static final int FIRST = 16;
  private static final int DESCRIPTORS = 32;
  private static final int ANCHOR = 256;

  /** Pieces are asked for in blocks, so that neighbors come along. */
  private static final int BLOCK = 32 << 10;

  private static final long MOST_WANTED = 32L << 20;
  private static final int LARGEST_FOLDER = 8 << 20;
  private static final int MOST_FOLDERS = 5000;
  private static final int MOST_ENTRIES = 200_000;
  private static final int SHOWN = 8;
  private static final Charset LONG_NAMES = StandardCharsets.UTF_16BE;

  private final Ranges source;
  private final Set<Range> wanted = new LinkedHashSet<>();
  private long asked;
  private int entries;

  private IsoReader(Ranges source) {
    this.source = source;
  }

  /**
   * Inspects an image.
   *
   * @throws FormatFault if it is none, or its tables lead outside of it; with the place
   */
  public static Inspection inspect(Ranges source) throws FormatFault, IOException {
    return new IsoReader(source).read();
  }

  // --- pieces ------------------------------------------------------------------------------------

  private Optional<Bytes> get(long offset, long length, String what)
      throws FormatFault, IOException {
    if (offset < 0 || length < 0 || length > LARGEST_FOLDER || offset + length > source.size()) {
      throw new FormatFault(
          what + " lies outside of the file, at byte " + offset + ": it is cut off or damaged");
    }
    Optional<byte[]> bytes = source.read(offset, (int) length);
    if (bytes.isEmpty()) {
      long from = offset / BLOCK * BLOCK;
      long to = Math.min(source.size(), (offset + length + BLOCK - 1) / BLOCK * BLOCK);
      Range range = new Range(from, (int) (to - from));
      if (wanted.add(range)) {
        asked += range.length();
      }
      if (asked > MOST_WANTED) {
        throw new FormatFault("its tables are larger than any that are read");
      }
    }
    return bytes.map(Bytes::new);
  }

  /** Little-endian numbers in a piece; every place is checked. */
  private record Bytes(byte[] bytes) {
    int length() {
      return bytes.length;
    }

    int u8(int at) {
      return at < bytes.length ? bytes[at] & 0xFF : 0;
    }

    int u16(int at) {
      return u8(at) | u8(at + 1) << 8;
    }

    long u32(int at) {
      return u16(at) | (long) u16(at + 2) << 16;
    }

    long u64(int at) {
      return u32(at) | u32(at + 4) << 32;
    }

    String text(int at, int length, Charset charset) {
      int from = Math.min(at, bytes.length);
      int to = Math.min(from + length, bytes.length);
      return new String(bytes, from, to - from, charset);
    }

    boolean says(int at, String word) {
      return text(at, word.length(), StandardCharsets.ISO_8859_1).equals(word);
    }

    Bytes part(int at, int length) {
      return new Bytes(
          java.util.Arrays.copyOfRange(
              bytes, Math.min(at, bytes.length), Math.min(at + length, bytes.length)));
    }
  }

  // --- the whole ---------------------------------------------------------------------------------

  private Inspection read() throws FormatFault, IOException {
    if (source.size() < (FIRST + 2L) * SECTOR) {
      throw new FormatFault("too short for an image of a disc: " + source.size() + " bytes");
    }
    int many = (int) Math.min(DESCRIPTORS, source.size() / SECTOR - FIRST);
    Optional<Bytes> first = get(0, SECTOR, "the first sector");
    Optional<Bytes> tables = get((long) FIRST * SECTOR, (long) many * SECTOR, "the volume's table");
    if (first.isEmpty() || tables.isEmpty()) {
      return wants();
    }
    Bytes primary = null;
    Bytes names = null;
    long catalog = 0;
    boolean second = false;
    for (int i = 0; i < many; i++) {
      Bytes sector = tables.get().part(i * SECTOR, SECTOR);
      if (sector.says(1, "CD001")) {
        switch (sector.u8(0)) {
          case 0 -> catalog = sector.says(7, "EL TORITO") ? sector.u32(71) : catalog;
          case 1 -> primary = primary == null ? sector : primary;
          case 2 -> names = sector.says(88, "%/") ? sector : names;
          default -> {}
        }
      }
      second |= sector.says(1, "NSR02") || sector.says(1, "NSR03");
    }
    if (primary == null) {
      throw new FormatFault(
          "no volume of a disc begins at sector 16: this is no disc image, or it is cut off");
    }
    Set<BootMode> boots = catalog == 0 ? Set.of() : catalog(catalog);
    Map<String, Long> tree = names == null ? tree(primary, false) : tree(names, true);
    if (second) {
      Optional<Map<String, Long>> real = new Udf().files();
      if (real.isPresent()) {
        tree = real.get();
      }
    }
    return wanted.isEmpty()
        ? new Inspection.Done(image(first.get(), primary, names, boots, second, tree))
        : wants();
  }

  private Inspection wants() {
    return new Inspection.Wants(List.copyOf(wanted));
  }

  private IsoImage image(
      Bytes first,
      Bytes primary,
      @org.jspecify.annotations.Nullable Bytes names,
      Set<BootMode> boots,
      boolean second,
      Map<String, Long> tree) {
    String label =
        (names == null
                ? primary.text(40, 32, StandardCharsets.ISO_8859_1)
                : names.text(40, 32, LONG_NAMES))
            .replace("\u0000", "")
            .strip();
    boolean hybrid = first.u16(510) == 0xAA55;
    boolean used = false;
    for (int i = 0; i < 4; i++) {
      used |= first.u8(446 + 16 * i + 4) != 0;
    }
    List<File> largest =
        tree.entrySet().stream()
            .map(e -> new File(e.getKey(), e.getValue()))
            .sorted(Comparator.comparingLong(File::bytes).reversed().thenComparing(File::path))
            .limit(SHOWN)
            .toList();
    return new IsoImage(
        label,
        created(primary.text(813, 8, StandardCharsets.ISO_8859_1)),
        boots,
        hybrid && used,
        names != null,
        second,
        tree.size(),
        largest,
        new Capacity(primary.u32(80) * SECTOR),
        new Capacity(source.size()));
  }

  private static Optional<LocalDate> created(String digits) {
    if (!digits.matches("\\d{8}") || digits.startsWith("0000")) {
      return Optional.empty();
    }
    try {
      return Optional.of(
          LocalDate.of(
              Integer.parseInt(digits.substring(0, 4)),
              Integer.parseInt(digits.substring(4, 6)),
              Integer.parseInt(digits.substring(6, 8))));
    } catch (DateTimeException none) {
      return Optional.empty(); // no day of any calendar: as good as not said
    }
  }

  // --- the boot catalog --------------------------------------------------------------------------

  private static final int ENTRY = 32;

  private Set<BootMode> catalog(long sector) throws FormatFault, IOException {
    Optional<Bytes> read = get(sector * SECTOR, SECTOR, "the boot catalog");
    if (read.isEmpty()) {
      return Set.of();
    }
    Bytes catalog = read.get();
    if (catalog.u8(0) != 1 || catalog.u16(30) != 0xAA55) {
      throw new FormatFault("the boot catalog is damaged, at byte " + sector * SECTOR);
    }
    Set<BootMode> boots = EnumSet.noneOf(BootMode.class);
    entry(catalog, ENTRY, catalog.u8(1), boots);
    int at = 2 * ENTRY;
    while (at + ENTRY <= SECTOR && (catalog.u8(at) == 0x90 || catalog.u8(at) == 0x91)) {
      boolean last = catalog.u8(at) == 0x91;
      int platform = catalog.u8(at + 1);
      int count = catalog.u16(at + 2);
      at += ENTRY;
      for (int i = 0; i < count && at + ENTRY <= SECTOR; i++) {
        entry(catalog, at, platform, boots);
        at += ENTRY;
        while (at + ENTRY <= SECTOR && catalog.u8(at) == 0x44) {
          at += ENTRY;
        }
      }
      if (last) {
        break;
      }
    }
    return boots;
  }

  private static void entry(Bytes catalog, int at, int platform, Set<BootMode> boots) {
    if (catalog.u8(at) == 0x88) {
      if (platform == 0xEF) {
        boots.add(BootMode.NEW);
      } else if (platform == 0) {
        boots.add(BootMode.OLD);
      }
    }
  }

  // --- the plain tree ----------------------------------------------------------------------------

  /** A folder to look into. */
  private record Folder(String path, long offset, long length) {}

  private Map<String, Long> tree(Bytes volume, boolean wide) throws FormatFault, IOException {
    Map<String, Long> files = new LinkedHashMap<>();
    Deque<Folder> folders = new ArrayDeque<>();
    Set<Long> seen = new HashSet<>();
    folders.add(new Folder("", volume.u32(158) * SECTOR, volume.u32(166)));
    while (!folders.isEmpty()) {
      Folder folder = folders.remove();
      if (!seen.add(folder.offset())) {
        continue;
      }
      counted(seen.size());
      Optional<Bytes> read = get(folder.offset(), folder.length(), "the folder /" + folder.path());
      if (read.isPresent()) {
        folder(folder, read.get(), wide, files, folders);
      }
    }
    return files;
  }

  private static void counted(int folders) throws FormatFault {
    if (folders > MOST_FOLDERS) {
      throw new FormatFault("more than " + MOST_FOLDERS + " folders");
    }
  }

  private void folder(
      Folder folder, Bytes bytes, boolean wide, Map<String, Long> files, Deque<Folder> folders)
      throws FormatFault {
    int at = 0;
    while (at < bytes.length()) {
      int length = bytes.u8(at);
      if (length == 0) {
        at = (at / SECTOR + 1) * SECTOR;
        continue;
      }
      int name = bytes.u8(at + 32);
      if (length < 34 || 33 + name > length) {
        throw new FormatFault(
            "an entry of the folder /"
                + folder.path()
                + " is damaged, at byte "
                + (folder.offset() + at));
      }
      if (++entries > MOST_ENTRIES) {
        throw new FormatFault("more than " + MOST_ENTRIES + " files");
      }
      boolean dots = name == 1 && bytes.u8(at + 33) < 2;
      if (!dots) {
        String said =
            bytes
                .text(at + 33, name, wide ? LONG_NAMES : StandardCharsets.ISO_8859_1)
                .replaceFirst(";\\d+$", "");
        String path = folder.path().isEmpty() ? said : folder.path() + "/" + said;
        if ((bytes.u8(at + 25) & 2) != 0) {
          folders.add(new Folder(path, bytes.u32(at + 2) * SECTOR, bytes.u32(at + 10)));
        } else {
          files.merge(path, bytes.u32(at + 10), Long::sum); // large files come in several pieces
        }
      }
      at += length;
    }
  }

  // --- the second file system --------------------------------------------------------------------

  /** UDF on a plain partition. */
  private final class Udf {
    private long partition;
    private long block = SECTOR;

    /** Its files; empty if it is of a kind that is not read, or pieces are missing. */
    Optional<Map<String, Long>> files() throws FormatFault, IOException {
      Optional<Bytes> anchor = get((long) ANCHOR * SECTOR, SECTOR, "the anchor");
      if (anchor.isEmpty() || anchor.get().u16(0) != 2) {
        return Optional.empty();
      }
      long length = Math.min(anchor.get().u32(16), (long) DESCRIPTORS * SECTOR);
      Optional<Bytes> sequence =
          get(anchor.get().u32(20) * SECTOR, length, "the second file system's table");
      if (sequence.isEmpty()) {
        return Optional.empty();
      }
      long set = -1;
      for (int at = 0; at + SECTOR <= sequence.get().length(); at += SECTOR) {
        Bytes sector = sequence.get().part(at, SECTOR);
        if (sector.u16(0) == 5) {
          partition = sector.u32(188);
        } else if (sector.u16(0) == 6) {
          block = sector.u32(212);
          set = sector.u32(252);
          if (sector.u32(268) != 1 || sector.u8(440) != 1) {
            return Optional.empty(); // not a single plain partition
          }
        }
      }
      if (set < 0 || block != SECTOR) {
        return Optional.empty();
      }
      Optional<Bytes> descriptor = at(set, SECTOR);
      if (descriptor.isEmpty() || descriptor.get().u16(0) != 256) {
        return Optional.empty();
      }
      return Optional.of(walk(descriptor.get().u32(404)));
    }

    private Optional<Bytes> at(long blockNumber, long length) throws FormatFault, IOException {
      return get((partition + blockNumber) * block, length, "a block of the second file system");
    }

    private Map<String, Long> walk(long root) throws FormatFault, IOException {
      Map<String, Long> files = new LinkedHashMap<>();
      Deque<Map.Entry<String, Long>> folders = new ArrayDeque<>();
      Set<Long> seen = new HashSet<>();
      folders.add(Map.entry("", root));
      while (!folders.isEmpty()) {
        Map.Entry<String, Long> folder = folders.remove();
        if (!seen.add(folder.getValue())) {
          continue;
        }
        counted(seen.size());
        Optional<Bytes> content = content(folder.getValue());
        if (content.isPresent()) {
          for (Child child : children(content.get())) {
            String path =
                folder.getKey().isEmpty() ? child.name : folder.getKey() + "/" + child.name;
            if (child.folder) {
              folders.add(Map.entry(path, child.block));
            } else {
              Optional<Bytes> entry = entry(child.block);
              if (entry.isPresent()) {
                files.put(path, entry.get().u64(56));
              }
            }
          }
        }
      }
      return files;
    }

    private Optional<Bytes> entry(long blockNumber) throws FormatFault, IOException {
      Optional<Bytes> entry = at(blockNumber, SECTOR);
      if (entry.isPresent() && entry.get().u16(0) != 261 && entry.get().u16(0) != 266) {
        throw new FormatFault(
            "no file entry of the second file system stands at byte "
                + (partition + blockNumber) * block);
      }
      return entry;
    }

    /** What a folder holds, from the first places that its entry names. */
    private Optional<Bytes> content(long blockNumber) throws FormatFault, IOException {
      Optional<Bytes> read = entry(blockNumber);
      if (read.isEmpty()) {
        return Optional.empty();
      }
      Bytes entry = read.get();
      int base = entry.u16(0) == 261 ? 168 : 208;
      long attributes = entry.u32(base);
      long places = entry.u32(base + 4);
      long from = base + 8 + attributes;
      if (from + places > SECTOR) {
        throw new FormatFault("a file entry of the second file system is damaged");
      }
      int kind = entry.u8(34) & 7;
      if (kind == 3) {
        return Optional.of(entry.part((int) from, (int) places));
      }
      int size = kind == 1 ? 16 : 8;
      java.io.ByteArrayOutputStream all = new java.io.ByteArrayOutputStream();
      for (int at = (int) from; at + size <= from + places; at += size) {
        long length = entry.u32(at) & 0x3FFFFFFFL;
        if (length == 0) {
          break;
        }
        Optional<Bytes> piece = at(entry.u32(at + 4), length);
        if (piece.isEmpty() || all.size() + length > LARGEST_FOLDER) {
          return Optional.empty();
        }
        all.writeBytes(piece.get().bytes());
      }
      return Optional.of(new Bytes(all.toByteArray()));
    }

    private record Child(String name, boolean folder, long block) {}

    private List<Child> children(Bytes bytes) throws FormatFault {
      List<Child> children = new ArrayList<>();
      int at = 0;
      while (at + 38 <= bytes.length()) {
        if (bytes.u16(at) != 257) {
          throw new FormatFault("a folder of the second file system is damaged");
        }
        if (++entries > MOST_ENTRIES) {
          throw new FormatFault("more than " + MOST_ENTRIES + " files");
        }
        int marks = bytes.u8(at + 18);
        int name = bytes.u8(at + 19);
        int use = bytes.u16(at + 36);
        if ((marks & 0x0C) == 0 && name > 1) {
          int text = at + 38 + use;
          String said =
              bytes.text(
                  text + 1,
                  name - 1,
                  bytes.u8(text) == 16 ? LONG_NAMES : StandardCharsets.ISO_8859_1);
          children.add(new Child(said, (marks & 2) != 0, bytes.u32(at + 24)));
        }
        at += (38 + use + name + 3) / 4 * 4;
      }
      return children;
    }
  }
}
