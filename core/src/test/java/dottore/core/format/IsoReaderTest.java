package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.format.IsoReader.Inspection;
import dottore.core.format.Ranges.Range;
import dottore.core.machine.BootMode;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Against images made by, and read back with, the common tools. */
class IsoReaderTest {
  private static final int LARGEST = 3_000_000;

  @TempDir static Path folder;

  private static final Map<String, Path> MADE = new HashMap<>();

  @BeforeAll
  static void make() throws Exception {
    Path source = Files.createDirectories(folder.resolve("source"));
    Files.createDirectories(source.resolve("boot/deep/deeper"));
    Files.write(source.resolve("boot/old.img"), new byte[2048]);
    Files.write(source.resolve("boot/new.img"), new byte[1 << 20]);
    Files.write(source.resolve("boot/deep/deeper/Kernel of the rescue system"), new byte[4000]);
    Files.write(source.resolve("install.pack"), new byte[LARGEST]);
    for (int i = 0; i < 120; i++) {
      Files.writeString(source.resolve("boot/deep/A file with a rather long name " + i), "x" + i);
    }
    String old = " -b boot/old.img -no-emul-boot -boot-load-size 4";
    String both = old + " -eltorito-alt-boot -e boot/new.img -no-emul-boot";
    make("plain", "genisoimage -V PLAIN");
    make("long", "genisoimage -V LONG -J -r");
    make("rock", "genisoimage -V ROCK -r");
    make("udf", "genisoimage -V UDF -udf -J -r");
    make("old-way", "xorriso -as mkisofs -V OLD -J -r" + old);
    make("new-way", "xorriso -as mkisofs -V NEW -J -r -e boot/new.img -no-emul-boot");
    make("both", "xorriso -as mkisofs -V BOTH -J -r" + both);
    make("both-udf", "genisoimage -V BOTHUDF -udf -r" + both);
    make("hybrid", "xorriso -as mkisofs -V HYBRID -r" + both + " -partition_offset 16");
    make("level", "xorriso -as mkisofs -V LEVEL -iso-level 3 -r");
  }

  private static void make(String name, String tool) throws Exception {
    Path image = folder.resolve(name + ".iso");
    sh(tool + " -quiet -o " + image + " source");
    MADE.put(name, image);
  }

  private static String sh(String command) throws IOException, InterruptedException {
    Process process =
        new ProcessBuilder("sh", "-c", command)
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .start();
    String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor()).as(command + "\n" + said).isZero();
    return said;
  }

  private static IsoImage read(Path image) throws FormatFault, IOException {
    try (FileChannel channel = FileChannel.open(image)) {
      Inspection came = IsoReader.inspect(Ranges.of(channel));
      assertThat(came).isInstanceOf(Inspection.Done.class);
      return ((Inspection.Done) came).image();
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "plain",
        "long",
        "rock",
        "udf",
        "old-way",
        "new-way",
        "both",
        "both-udf",
        "hybrid",
        "level"
      })
  void saysWhatTheToolsSay(String name) throws Exception {
    IsoImage image = read(MADE.get(name));
    String told = sh("isoinfo -d -i " + MADE.get(name));
    assertThat(told).contains("Volume id: " + image.label());
    assertThat(told.contains("Joliet with")).isEqualTo(image.longNames());
    assertThat(image.volume().bytes())
        .isEqualTo(2048L * Long.parseLong(told.replaceAll("(?s).*Volume size is: (\\d+).*", "$1")));
    assertThat(image.whole()).isTrue();
    Set<BootMode> boots = new TreeSet<>();
    String catalog =
        sh("xorriso -indev " + MADE.get(name) + " -report_el_torito plain 2>&1 || true");
    if (catalog.matches("(?s).*El Torito boot img : +\\d+ +BIOS .*")) {
      boots.add(BootMode.OLD);
    }
    if (catalog.matches("(?s).*El Torito boot img : +\\d+ +UEFI .*")) {
      boots.add(BootMode.NEW);
    }
    assertThat(image.boots()).isEqualTo(boots);
    // The catalog itself is a file of the tree, where there is one.
    assertThat(image.files() - (boots.isEmpty() ? 0 : 1)).isEqualTo(124);
    assertThat(image.largest().get(0).bytes()).isEqualTo(LARGEST);
    assertThat(image.largest().get(0).path())
        .isEqualToIgnoringCase("install.pack".substring(0, image.largest().get(0).path().length()));
    assertThat(image.secondSystem()).isEqualTo(name.contains("udf"));
    assertThat(image.hybrid()).isEqualTo(name.equals("hybrid"));
    assertThat(image.created()).isPresent();
    assertThat(image.fitsFat()).isTrue();
  }

  /** Asks for pieces, gets them, and comes to the same; most of the file is never asked for. */
  @ParameterizedTest
  @ValueSource(strings = {"long", "both-udf"})
  void readsByPieces(String name) throws Exception {
    byte[] whole = Files.readAllBytes(MADE.get(name));
    Map<Long, byte[]> pieces = new HashMap<>();
    for (int round = 0; round < 30; round++) {
      Inspection came = IsoReader.inspect(Ranges.of(whole.length, pieces));
      if (came instanceof Inspection.Done done) {
        assertThat(done.image()).isEqualTo(read(MADE.get(name)));
        assertThat(pieces.values().stream().mapToLong(piece -> piece.length).sum())
            .isLessThan(whole.length / 4);
        return;
      }
      for (Range range : ((Inspection.Wants) came).ranges()) {
        pieces.put(
            range.offset(),
            Arrays.copyOfRange(whole, (int) range.offset(), (int) range.offset() + range.length()));
      }
    }
    Assertions.fail("still asking after 30 rounds");
  }

  private static Inspection inspect(byte[] bytes) throws FormatFault, IOException {
    return IsoReader.inspect(Ranges.of(bytes.length, Map.of(0L, bytes)));
  }

  @Test
  void refusesWhatIsNone() throws Exception {
    assertThatThrownBy(() -> inspect(new byte[100])).isInstanceOf(FormatFault.class);
    assertThatThrownBy(() -> inspect(new byte[1 << 20])).hasMessageContaining("sector 16");
    byte[] good = Files.readAllBytes(MADE.get("plain"));
    assertThatThrownBy(() -> inspect(Arrays.copyOf(good, 40 * 1024)))
        .hasMessageContaining("outside of the file");
  }

  @Test
  void aDownloadThatBrokeOffIsShorterThanItSays() throws Exception {
    byte[] good = Files.readAllBytes(MADE.get("plain"));
    byte[] cut = Arrays.copyOf(good, good.length - (1 << 20));
    assertThat(((Inspection.Done) inspect(cut)).image().whole()).isFalse();
  }

  @Test
  void mutatedHeadsAreReadOrRefused() throws Exception {
    List<byte[]> heads = new ArrayList<>();
    for (String name : List.of("both", "both-udf")) {
      heads.add(Arrays.copyOf(Files.readAllBytes(MADE.get(name)), 700 * 1024));
    }
    Random random = new Random(5);
    Assertions.assertTimeout(
        Duration.ofSeconds(90),
        () -> {
          for (int i = 0; i < 3000; i++) {
            byte[] bytes = heads.get(i % 2).clone();
            for (int n = 1 + random.nextInt(20); n > 0; n--) {
              int at =
                  random.nextInt(4) == 0
                      ? random.nextInt(bytes.length)
                      : 16 * 2048 + random.nextInt(20 * 2048);
              bytes[at] = (byte) random.nextInt(256);
            }
            try {
              inspect(bytes);
            } catch (FormatFault fault) {
              assertThat(fault.getMessage()).isNotBlank();
            }
          }
        });
  }
}
