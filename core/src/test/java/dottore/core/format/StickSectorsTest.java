package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.machine.FileSystem;
import dottore.core.machine.Scheme;
import dottore.core.machine.Stick;
import dottore.core.machine.Stick.Volume;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Sticks that Debian's own tools wrote, read by ours. */
class StickSectorsTest {
  private static final long MIB = DiskImages.MIB;

  @TempDir Path folder;

  private DiskImages images;

  @BeforeEach
  void makeImages() {
    images = new DiskImages(folder);
  }

  @ParameterizedTest
  @CsvSource({"dos, MBR", "gpt, GPT"})
  void readsWhatTheToolsWrote(String label, Scheme scheme) throws Exception {
    Path image = images.stick(label, "MARK8.BIN");
    Stick stick = StickSectors.read(images.head(image, 16 * MIB));
    assertThat(stick.scheme()).isEqualTo(scheme);
    assertThat(stick.partitions()).hasSize(1);
    assertThat(stick.partitions().get(0).fileSystem()).contains(FileSystem.FAT32);
    assertThat(stick.partitions().get(0).label()).isEqualTo("FLASH");
    assertThat(stick.files().orElseThrow()).containsExactly("MARK8.BIN");
    // The independent reference: start and size as sfdisk prints them.
    String dump = images.run("", "/usr/sbin/sfdisk", "--dump", image.toString());
    Matcher line = Pattern.compile("start=\\s*(\\d+), size=\\s*(\\d+)").matcher(dump);
    assertThat(line.find()).isTrue();
    assertThat(stick.partitions().get(0).start()).isEqualTo(Long.parseLong(line.group(1)));
    assertThat(stick.partitions().get(0).size().bytes())
        .isEqualTo(Long.parseLong(line.group(2)) * 512);
  }

  /** Held against what fsck.fat and mlabel read of the same image. */
  @ParameterizedTest
  @CsvSource({"1, 80, NO NAME", "8, 600, TOOLS 7", "64, 5000, ÄÖ"})
  void readsWhatFat32SaysOfItself(int perCluster, int mebibytes, String label) throws Exception {
    Path image = images.image(mebibytes * MIB);
    images.run(
        "",
        "/usr/sbin/mkfs.fat",
        "-I",
        "-F",
        "32",
        "-s",
        "" + perCluster,
        "-i",
        "4a1709fc",
        image.toString());
    if (!label.equals("NO NAME")) {
      images.run(
          "",
          "/usr/sbin/fatlabel",
          "-c",
          "850",
          image.toString(),
          label.replaceAll("[^\\x00-\\x7F]", "A"));
    }
    Volume volume =
        StickSectors.read(images.head(image, MIB)).partitions().get(0).volume().orElseThrow();
    String check = images.run("", "/usr/sbin/fsck.fat", "-n", "-v", image.toString());
    assertThat(check).contains(volume.cluster() + " bytes per cluster");
    assertThat(check).contains("/" + volume.clusters() + " clusters");
    assertThat(volume.serial()).isEqualTo("4A17-09FC");
    assertThat(images.run("", "mlabel", "-s", "-i", image.toString(), "::"))
        .contains(label.equals("NO NAME") ? "no label" : volume.label());
  }

  /** Held against what dump.exfat reads of the same image. */
  @ParameterizedTest
  @CsvSource({"4096, 8, A", "32768, 64, VORRAT", "131072, 900, Werk 7 neu"})
  void readsWhatExfatSaysOfItself(int cluster, int mebibytes, String label) throws Exception {
    Path image = images.image(mebibytes * MIB);
    images.run("", "/usr/sbin/mkfs.exfat", "-c", "" + cluster, "-L", label, image.toString());
    Stick stick = StickSectors.read(images.head(image, 8 * MIB));
    assertThat(stick.partitions().get(0).fileSystem()).contains(FileSystem.EXFAT);
    Volume volume = stick.partitions().get(0).volume().orElseThrow();
    String dump = images.run("", "/usr/sbin/dump.exfat", image.toString());
    assertThat(dump).containsPattern("Cluster [Ss]ize:\\s+" + volume.cluster() + "\\b");
    assertThat(dump).containsPattern("Total Clusters:\\s+" + volume.clusters() + "\\b");
    assertThat(dump.toLowerCase()).contains("0x" + volume.serial().replace("-", "").toLowerCase());
    assertThat(volume.label()).isEqualTo(label);
  }

  @Test
  void readsLongNamesAndSmallLetters() throws Exception {
    Path image = images.stick("dos", "firmware of the board, 2.10.bin");
    Path content = images.content();
    images.run("", "mcopy", "-i", image + "@@1M", content.toString(), "::readme.txt");
    assertThat(StickSectors.read(images.head(image, 16 * MIB)).files().orElseThrow())
        .containsExactlyInAnyOrder("firmware of the board, 2.10.bin", "readme.txt");
  }

  @Test
  void saysThatTheFolderLiesBeyondWhatWasUploaded() throws Exception {
    Stick stick = StickSectors.read(images.head(images.stick("dos", "A.BIN"), MIB + 64 * 1024));
    assertThat(stick.partitions().get(0).fileSystem()).contains(FileSystem.FAT32);
    assertThat(stick.files()).isEmpty();
    Stick table = StickSectors.read(images.head(images.stick("gpt", "A.BIN"), 64 * 1024));
    assertThat(table.partitions().get(0).fileSystem()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({"12, 4, FAT12", "16, 64, FAT16", "32, 512, FAT32"})
  void tellsFileSystemsByTheirClusters(String kind, int mebibytes, FileSystem system)
      throws Exception {
    Path image = images.image(mebibytes * MIB);
    images.run("", "/usr/sbin/mkfs.fat", "-I", "-F", kind, image.toString());
    Stick stick = StickSectors.read(images.head(image, 4 * MIB));
    assertThat(stick.scheme()).isEqualTo(Scheme.NONE);
    assertThat(stick.partitions().get(0).fileSystem()).contains(system);
  }

  @Test
  void countsPrimaryAndLogicalPartitionsAsTheReferenceDoes() throws Exception {
    Path image = images.image(64 * MIB);
    String layout = "label: dos\n,8MiB,c\n,8MiB,7\n,,E\n,4MiB,L\n,4MiB,c\n,4MiB,L\n";
    images.run(layout, "/usr/sbin/sfdisk", "--quiet", image.toString());
    String dump = images.run("", "/usr/sbin/sfdisk", "--dump", image.toString());
    List<String> starts = new ArrayList<>();
    Matcher line = Pattern.compile("start=\\s*(\\d+), size=\\s*\\d+, type=(\\w+)").matcher(dump);
    while (line.find()) {
      if (!line.group(2).equals("5") && !line.group(2).equals("f")) {
        starts.add(line.group(1));
      }
    }
    assertThat(starts).hasSize(5);
    assertThat(StickSectors.read(images.head(image, 32 * MIB)).partitions())
        .extracting(p -> String.valueOf(p.start()))
        .containsExactlyElementsOf(starts);
  }

  @Test
  void readsWhatTheSecondReferenceWroteToo() throws Exception {
    Path image = images.image(64 * MIB);
    images.run("", "/usr/sbin/sgdisk", "-n", "1:2048:+10M", "-n", "2:0:+20M", image.toString());
    assertThat(StickSectors.read(images.head(image, MIB)).partitions())
        .extracting(p -> p.size().bytes() / MIB)
        .containsExactly(10L, 20L);
  }

  @Test
  void refusesWhatItIsNotWithThePlace() {
    assertThatThrownBy(() -> StickSectors.read(new byte[100]))
        .isInstanceOf(FormatFault.class)
        .hasMessageContaining("byte 100");
    assertThatThrownBy(() -> StickSectors.read(new byte[4096]))
        .isInstanceOf(FormatFault.class)
        .hasMessageContaining("byte 510");
    assertThatThrownBy(() -> StickSectors.read(new byte[StickSectors.LARGEST + 1]))
        .isInstanceOf(FormatFault.class)
        .hasMessageContaining("32 MiB");
  }

  @Test
  void aDamagedTableIsNotBelieved() throws Exception {
    byte[] head = images.head(images.stick("gpt", "A.BIN"), MIB);
    byte[] header = head.clone();
    header[512 + 40]++;
    assertThatThrownBy(() -> StickSectors.read(header)).hasMessageContaining("header is wrong");
    byte[] table = head.clone();
    table[1024 + 33]++;
    assertThatThrownBy(() -> StickSectors.read(table)).hasMessageContaining("table is wrong");
  }

  /** Thousands of mutations of four sticks: each is read or refused, never anything else. */
  @Test
  void neverFailsOtherwiseWhateverTheBytes() throws Exception {
    List<byte[]> seeds =
        List.of(
            images.head(images.stick("dos", "MARK8.BIN"), 3 * MIB),
            images.head(images.stick("gpt", "a long name.bin"), 3 * MIB),
            new byte[512]);
    SplittableRandom random = new SplittableRandom(11);
    int read = 0;
    for (int round = 0; round < Nightly.times(6000); round++) {
      byte[] mutant = seeds.get(round % seeds.size()).clone();
      if (random.nextInt(4) == 0) {
        mutant = Arrays.copyOf(mutant, random.nextInt(mutant.length + 1));
      }
      // Most places of a stick are empty: aim at table, header, boot sector and folder.
      int[] aims = {0, 440, 512, 1024, (int) MIB, (int) MIB + 32, (int) MIB + 16384};
      for (int change = random.nextInt(1, 12); change > 0 && mutant.length > 0; change--) {
        int at = aims[random.nextInt(aims.length)] + random.nextInt(80);
        if (at < mutant.length) {
          mutant[at] = (byte) random.nextInt();
        }
      }
      if (mutant.length > 511 && random.nextBoolean()) {
        mutant[510] = 0x55;
        mutant[511] = (byte) 0xAA;
      }
      try {
        assertThat(StickSectors.read(mutant).partitions()).isNotNull();
        read++;
      } catch (FormatFault refused) {
        assertThat(refused.getMessage()).contains("at byte");
      }
    }
    assertThat(read).isGreaterThan(Nightly.times(500));
  }
}
