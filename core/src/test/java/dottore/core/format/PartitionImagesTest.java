package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.Scheme;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.SplittableRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Forty drives of 64 MB to 4 TB, divided by sfdisk and sgdisk by seed, read by ours and by them.
 * What is not by seed (a damaged end, sectors of 4096 bytes) follows from the number.
 */
class PartitionImagesTest {
  private static final long MIB = 1 << 20;
  private static final long[] SIZES = {
    64 * MIB, 300 * MIB, 8000 * MIB, 500_107_862_016L, 2_000_398_934_016L, 4_000_787_030_016L
  };
  private static final Pattern PART =
      Pattern.compile("start=\\s*(\\d+), size=\\s*(\\d+)(?:, type=([0-9A-Fa-f-]+))?(.*)");

  @TempDir Path folder;

  private static byte[] tail(Path image, int bytes) throws Exception {
    try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "r")) {
      byte[] tail = new byte[bytes];
      file.seek(file.length() - bytes);
      file.readFully(tail);
      return tail;
    }
  }

  /** Start and size of each partition as sfdisk prints them, without the frame of logical ones. */
  private static List<String> reference(DiskImages images, Path image, int sector)
      throws Exception {
    if (sector != 512) {
      return listed(images, image, sector);
    }
    String dump = images.run("", "/usr/sbin/sfdisk", "--dump", image.toString());
    List<String> lines = new ArrayList<>();
    Matcher line = PART.matcher(dump);
    while (line.find()) {
      String type = String.valueOf(line.group(3));
      if (!type.equals("5") && !type.equals("f") && !type.equals("85")) {
        lines.add(line.group(1) + " " + line.group(2) + " " + line.group(4).contains("bootable"));
      }
    }
    return lines;
  }

  /** sfdisk knows sectors of 512 bytes in a file only; fdisk, of the same tools, all. */
  private static List<String> listed(DiskImages images, Path image, int sector) throws Exception {
    String list =
        images.run(
            "",
            "/usr/sbin/fdisk",
            "-b",
            "" + sector,
            "-l",
            "-o",
            "Device,Start,Sectors,Type",
            image.toString());
    List<String> lines = new ArrayList<>();
    String active = images.run("", "/usr/sbin/fdisk", "-b", "" + sector, "-l", image.toString());
    Matcher line = Pattern.compile("(?m)^(\\S+\\.img\\d+) +(\\d+) +(\\d+) +(.*)$").matcher(list);
    while (line.find()) {
      if (!line.group(4).startsWith("Extended")) {
        boolean marked = Pattern.compile(line.group(1) + " +\\*").matcher(active).find();
        lines.add(line.group(2) + " " + line.group(3) + " " + marked);
      }
    }
    return lines;
  }

  private void divide(DiskImages images, Path image, String table, int sector) throws Exception {
    if (sector == 512) {
      images.run(table, "/usr/sbin/sfdisk", "--quiet", image.toString());
      return;
    }
    Path script = Files.writeString(folder.resolve("table"), table);
    images.run("I\n" + script + "\nw\n", "/usr/sbin/fdisk", "-b", "" + sector, image.toString());
  }

  private static List<String> ours(DiskLayout layout) {
    return layout.parts().stream()
        .filter(part -> part.role() != Role.EXTENDED)
        .map(p -> p.start() + " " + p.sectors() + " " + p.active())
        .toList();
  }

  @ParameterizedTest
  @ValueSource(
      ints = {
        0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24,
        25, 26, 27, 28, 29, 30, 31, 32, 33, 34, 35, 36, 37, 38, 39
      })
  void readsWhatTheToolsRead(int seed) throws Exception {
    DiskImages images = new DiskImages(folder);
    SplittableRandom random = new SplittableRandom(seed);
    boolean gpt = seed % 2 == 0;
    int sector = seed % 5 == 0 ? 4096 : 512;
    // The old scheme ends at 2 TiB of small sectors.
    int sizes = gpt || sector == 4096 ? SIZES.length : SIZES.length - 1;
    long size = SIZES[seed / 2 % sizes] / 4096 * 4096;
    Path image = images.image(size);
    divide(images, image, gpt ? newScheme(random, size) : oldScheme(random, size, seed), sector);
    byte[] head = images.head(image, DiskSectors.LARGEST);
    byte[] tail = tail(image, 1 << 20);
    List<String> reference = reference(images, image, sector);

    DiskLayout layout =
        DiskSectors.read(head, Optional.of(tail), OptionalLong.of(size / sector), sector == 4096);

    assertThat(layout.scheme()).isEqualTo(gpt ? Scheme.GPT : Scheme.MBR);
    assertThat(layout.sectorSize()).isEqualTo(sector);
    assertThat(layout.sectors()).hasValue(size / sector);
    if (layout.whole()) {
      assertThat(ours(layout)).containsExactlyInAnyOrderElementsOf(reference);
    } else {
      assertThat(gpt).isFalse();
      assertThat(reference).containsAll(ours(layout)).hasSizeGreaterThan(ours(layout).size());
    }
    if (gpt) {
      assertThat(layout.backup()).isEqualTo(Backup.FITS);
      if (sector == 512) {
        agreesWithSgdisk(images, image, layout);
      }
      damage(random, images, image, head, tail, size, sector);
    }
  }

  /** A table of one to eight entries; sizes and holes by seed. */
  private static String newScheme(SplittableRandom random, long size) {
    StringBuilder table = new StringBuilder("label: gpt\n");
    int parts = random.nextInt(1, 9);
    long each = size / MIB / (parts + 1);
    String[] types = {"U", "L", "S", "E3C9E316-0B5C-4DB8-817D-F92DF00215AE"};
    for (int i = 0; i < parts; i++) {
      long mib = Math.max(1, random.nextLong(Math.max(2, each)));
      table.append(", %dMiB, %s\n".formatted(mib, types[random.nextInt(types.length)]));
    }
    return table.toString();
  }

  /** Up to three primary ones, and on every second drive a chain of up to five logical ones. */
  private static String oldScheme(SplittableRandom random, long size, int seed) {
    StringBuilder table = new StringBuilder("label: dos\n");
    boolean chain = seed % 4 == 3;
    int primaries = random.nextInt(1, 4);
    long each = Math.min(size / MIB, 2_000_000) / (primaries + 2);
    for (int i = 0; i < primaries; i++) {
      long mib = Math.max(1, random.nextLong(Math.max(2, each)));
      table.append(", %dMiB, %s%s\n".formatted(mib, i == 1 ? "27" : "7", i == 0 ? ", *" : ""));
    }
    if (chain) {
      table.append(", , E\n");
      for (int i = random.nextInt(1, 6); i > 0; i--) {
        table.append(", 1MiB, %s\n".formatted(random.nextBoolean() ? "L" : "7"));
      }
    }
    return table.toString();
  }

  private static void agreesWithSgdisk(DiskImages images, Path image, DiskLayout layout)
      throws Exception {
    String print = images.run("", "/usr/sbin/sgdisk", "-p", image.toString());
    assertThat(print).contains("Disk " + image + ": " + layout.sectors().getAsLong() + " sectors");
    Matcher row = Pattern.compile("(?m)^ +\\d+ +(\\d+) +(\\d+) +").matcher(print);
    List<String> theirs = new ArrayList<>();
    while (row.find()) {
      theirs.add(row.group(1) + " " + row.group(2));
    }
    assertThat(layout.parts().stream().map(p -> p.start() + " " + p.end()).toList())
        .containsExactlyInAnyOrderElementsOf(theirs);
  }

  /**
   * A byte of the copy at the end, or of a checksum in front: we see what sgdisk sees, and a front
   * that is wrong is refused with its place.
   */
  private void damage(
      SplittableRandom random,
      DiskImages images,
      Path image,
      byte[] head,
      byte[] tail,
      long size,
      int sector)
      throws Exception {
    byte[] end = tail.clone();
    end[end.length - sector + 16 + random.nextInt(4)] ^= 0x40;
    assertThat(
            DiskSectors.read(head, Optional.of(end), OptionalLong.empty(), sector == 4096).backup())
        .isEqualTo(Backup.DAMAGED);
    byte[] front = head.clone();
    front[sector + 16 + random.nextInt(4)] ^= 0x40;
    FormatFault fault =
        org.assertj.core.api.Assertions.catchThrowableOfType(
            FormatFault.class,
            () -> DiskSectors.read(front, Optional.of(tail), OptionalLong.empty(), sector == 4096));
    assertThat(fault).hasMessageContaining("checksum of the new-scheme header");
    assertThat(fault.offset()).isEqualTo(sector + 16);
    if (sector == 512) {
      try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "rw")) {
        file.seek(size - tail.length);
        file.write(end);
      }
      assertThat(images.run("", "/usr/sbin/sgdisk", "-v", image.toString()))
          .contains("Backup header: ERROR");
    }
  }
}
