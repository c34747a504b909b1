package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Scheme;
import java.io.RandomAccessFile;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.SplittableRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Drives that Debian's own tools divided, read by ours. */
class DiskSectorsTest {
  private static final long HALF_TERABYTE = 500_107_862_016L;
  private static final int HEAD = 1 << 20;

  @TempDir Path folder;

  private DiskImages images;

  @BeforeEach
  void makeImages() {
    images = new DiskImages(folder);
  }

  private byte[] tail(Path image, int bytes) throws Exception {
    try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "r")) {
      byte[] tail = new byte[bytes];
      file.seek(file.length() - bytes);
      file.readFully(tail);
      return tail;
    }
  }

  private Path divided(String layout) throws Exception {
    Path image = images.image(HALF_TERABYTE);
    images.run(layout, "/usr/sbin/sfdisk", "--quiet", image.toString());
    return image;
  }

  private DiskLayout read(Path image) throws Exception {
    return DiskSectors.read(
        images.head(image, HEAD),
        Optional.of(tail(image, 64 * 1024)),
        OptionalLong.of(HALF_TERABYTE / 512),
        false);
  }

  /** Start, size and flag of each partition as sfdisk prints them. */
  private List<String> reference(Path image) throws Exception {
    String dump = images.run("", "/usr/sbin/sfdisk", "--dump", image.toString());
    List<String> lines = new ArrayList<>();
    Matcher line = Pattern.compile("start=\\s*(\\d+), size=\\s*(\\d+)(.*)").matcher(dump);
    while (line.find()) {
      lines.add(line.group(1) + " " + line.group(2) + " " + line.group(3).contains("bootable"));
    }
    return lines;
  }

  private static List<String> ours(DiskLayout layout) {
    return layout.parts().stream()
        .map(p -> p.start() + " " + p.sectors() + " " + p.active())
        .toList();
  }

  @Test
  void readsAnOldSystemDisk() throws Exception {
    Path image = divided("label: dos\n,100MiB,7,*\n,419GiB,7\n,46GiB,27\n");
    DiskLayout layout = read(image);
    assertThat(layout.scheme()).isEqualTo(Scheme.MBR);
    assertThat(ours(layout)).containsExactlyElementsOf(reference(image));
    assertThat(layout.parts()).extracting(Part::role).containsOnly(Role.PRIMARY);
    assertThat(layout.parts())
        .extracting(Part::use)
        .containsExactly(Use.DATA, Use.DATA, Use.RECOVERY);
    assertThat(layout.front()).hasValue(2048);
    Part last = layout.parts().get(2);
    assertThat(layout.behind()).hasValue(HALF_TERABYTE / 512 - last.start() - last.sectors());
    assertThat(layout.size(layout.parts().get(0)).bytes()).isEqualTo(100L << 20);
    assertThat(layout.backup()).isEqualTo(Backup.NONE);
  }

  @Test
  void saysWhereTheChainOfLogicalPartitionsLeavesWhatWasCopied() throws Exception {
    Path image = divided("label: dos\n,100GiB,7,*\n,,E\n,50GiB,L\n,20GiB,7\n");
    DiskLayout layout = read(image);
    assertThat(layout.whole()).isFalse();
    assertThat(layout.parts()).extracting(Part::role).containsExactly(Role.PRIMARY, Role.EXTENDED);
    assertThat(layout.holding()).hasSize(1);
    Path near = images.image(64L << 20);
    images.run(
        "label: dos\n,8MiB,7\n,,E\n,4MiB,L\n,4MiB,7\n", "/usr/sbin/sfdisk", "-q", near.toString());
    DiskLayout whole =
        DiskSectors.read(images.head(near, 2 << 20), Optional.empty(), OptionalLong.empty(), false);
    assertThat(whole.whole()).isFalse();
    assertThat(whole.behind()).isEmpty();
  }

  @Test
  void readsAllThatTheNewSchemeSays() throws Exception {
    Path image = images.image(HALF_TERABYTE);
    images.run(
        "",
        "/usr/sbin/sgdisk",
        "-n",
        "1:2048:+200M",
        "-t",
        "1:EF00",
        "-c",
        "1:start ü",
        "-n",
        "2:0:+16M",
        "-t",
        "2:0C01",
        "-n",
        "3:0:+400G",
        "-t",
        "3:0700",
        "-n",
        "4:0:+800M",
        "-t",
        "4:2700",
        "-n",
        "5:0:+1G",
        "-t",
        "5:8300",
        "-n",
        "6:0:+1G",
        "-t",
        "6:8200",
        image.toString());
    DiskLayout layout = read(image);
    assertThat(layout.scheme()).isEqualTo(Scheme.GPT);
    assertThat(ours(layout)).containsExactlyElementsOf(reference(image));
    assertThat(layout.parts())
        .extracting(Part::use)
        .containsExactly(Use.START, Use.RESERVED, Use.DATA, Use.RECOVERY, Use.DATA, Use.OTHER);
    assertThat(layout.parts().get(0).name()).isEqualTo("start ü");
    assertThat(layout.sectors()).hasValue(HALF_TERABYTE / 512);
    assertThat(layout.backup()).isEqualTo(Backup.FITS);
    DiskLayout blind =
        DiskSectors.read(images.head(image, HEAD), Optional.empty(), OptionalLong.empty(), false);
    assertThat(blind.backup()).isEqualTo(Backup.UNREAD);
    assertThat(blind.sectors()).hasValue(HALF_TERABYTE / 512);
  }

  /** The last 33 sectors before the header hold the table; a byte of it or of the header counts. */
  @ParameterizedTest
  @ValueSource(ints = {1, 512, 512 + 128 * 128})
  void doesNotBelieveADamagedCopy(int fromEnd) throws Exception {
    Path image = images.image(64L << 20);
    images.run("", "/usr/sbin/sgdisk", "-n", "1:2048:+20M", image.toString());
    byte[] tail = tail(image, 64 * 1024);
    byte[] head = images.head(image, HEAD);
    int at = fromEnd == 1 ? tail.length - 512 + 40 : tail.length - fromEnd;
    tail[at]++;
    assertThat(DiskSectors.read(head, Optional.of(tail), OptionalLong.empty(), false).backup())
        .isEqualTo(Backup.DAMAGED);
    assertThat(
            DiskSectors.read(head, Optional.of(new byte[100]), OptionalLong.empty(), false)
                .backup())
        .isEqualTo(Backup.DAMAGED);
  }

  @Test
  void countsInLargeSectorsWhereSomebodySaysSo() throws Exception {
    byte[] head = images.head(divided("label: dos\n,100MiB,7\n"), HEAD);
    Part part = DiskSectors.read(head, Optional.empty(), OptionalLong.empty(), true).parts().get(0);
    DiskLayout large = DiskSectors.read(head, Optional.empty(), OptionalLong.empty(), true);
    assertThat(large.size(part).bytes()).isEqualTo(8 * (100L << 20));
  }

  @Test
  void refusesWhatIsNoTable() throws Exception {
    assertThatThrownBy(
            () -> DiskSectors.read(new byte[512], Optional.empty(), OptionalLong.empty(), false))
        .isInstanceOf(FormatFault.class)
        .hasMessageContaining("byte 510");
    assertThatThrownBy(
            () -> DiskSectors.read(new byte[10], Optional.empty(), OptionalLong.empty(), false))
        .isInstanceOf(FormatFault.class)
        .hasMessageContaining("byte 10");
    Path files = images.image(64L << 20);
    images.run("", "/usr/sbin/mkfs.fat", "-I", "-F", "32", files.toString());
    byte[] head = images.head(files, HEAD);
    Arrays.fill(head, 446, 510, (byte) 0);
    assertThatThrownBy(() -> DiskSectors.read(head, Optional.empty(), OptionalLong.empty(), false))
        .hasMessageContaining("without a partition table");
    assertThatThrownBy(
            () ->
                DiskSectors.read(
                    new byte[DiskSectors.LARGEST + 1],
                    Optional.empty(),
                    OptionalLong.empty(),
                    false))
        .hasMessageContaining("2 MiB");
  }

  /** Thousands of mutations of both ends: each is read or refused, and never anything else. */
  @Test
  void neverFailsOtherwiseWhateverTheBytes() throws Exception {
    Path old = divided("label: dos\n,100MiB,7,*\n,,E\n,50GiB,L\n");
    Path fresh = images.image(64L << 20);
    images.run("", "/usr/sbin/sgdisk", "-n", "1:2048:+20M", fresh.toString());
    List<byte[]> heads = List.of(images.head(old, 40_000), images.head(fresh, 40_000));
    List<byte[]> tails = List.of(tail(old, 20_000), tail(fresh, 20_000));
    SplittableRandom random = new SplittableRandom(29);
    int read = 0;
    for (int round = 0; round < Nightly.times(6000); round++) {
      byte[] head = mutant(heads.get(round % 2), random, new int[] {0, 440, 512, 584, 1024});
      byte[] tail = mutant(tails.get(round % 2), random, new int[] {19_400, 19_488, 19_560});
      try {
        DiskLayout layout =
            DiskSectors.read(
                head,
                random.nextBoolean() ? Optional.of(tail) : Optional.empty(),
                OptionalLong.of(random.nextLong(1L << 40)),
                random.nextBoolean());
        layout.parts().forEach(part -> assertThat(layout.size(part).bytes()).isPositive());
        layout.front();
        layout.behind();
        read++;
      } catch (FormatFault refused) {
        assertThat(refused.getMessage()).contains("at byte");
      }
    }
    assertThat(read).isGreaterThan(Nightly.times(500));
  }

  private static byte[] mutant(byte[] seed, SplittableRandom random, int[] aims) {
    byte[] mutant = seed.clone();
    if (random.nextInt(8) == 0) {
      mutant = Arrays.copyOf(mutant, random.nextInt(mutant.length + 1));
    }
    for (int change = random.nextInt(8); change > 0; change--) {
      int at = aims[random.nextInt(aims.length)] + random.nextInt(70);
      if (at < mutant.length) {
        mutant[at] = (byte) random.nextInt();
      }
    }
    if (mutant.length > 511 && random.nextInt(8) > 0) {
      mutant[510] = 0x55;
      mutant[511] = (byte) 0xAA;
    }
    return mutant;
  }
}
