package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.management.ThreadMXBean;
import dottore.core.format.SmbiosDumps.Module;
import dottore.core.machine.MemoryModule;
import dottore.core.machine.Passport;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SmbiosTest {
  private static final List<Module> PAIR =
      List.of(
          new Module("A1", 0, 0, 0),
          new Module("A2", 16384, 3600, 2133),
          new Module("B1", 0, 0, 0),
          new Module("B2", 65536, 3600, 3600));

  private final SmbiosDumps machine = SmbiosDumps.machine("Halden H6 3700", PAIR);

  @TempDir Path folder;

  @Test
  void readsTheSameFromAllThreeForms() throws Exception {
    Passport bare = Smbios.read(machine.bare());
    assertThat(Smbios.read(machine.with64BitEntry())).isEqualTo(bare);
    assertThat(Smbios.read(machine.with32BitEntry())).isEqualTo(bare);
  }

  @Test
  void fillsThePassport() throws Exception {
    Passport passport = Smbios.read(machine.with64BitEntry());
    assertThat(passport.maker()).isEqualTo("Fenrow");
    assertThat(passport.model()).isEqualTo("Tern 5");
    assertThat(passport.serial()).isEqualTo("FT5-88B0-1D");
    assertThat(passport.sku()).isEqualTo("TERN-5-16");
    assertThat(passport.firmwareVersion()).isEqualTo("2.14");
    assertThat(passport.processors()).hasSize(1);
    assertThat(passport.processors().get(0).cores()).hasValue(6);
    assertThat(passport.memorySlots()).isEqualTo(4);
    assertThat(passport.memoryShown().gibibytes()).isEqualTo(80);
    assertThat(passport.modulesPresent())
        .extracting(MemoryModule::slot)
        .containsExactly("A2", "B2");
    assertThat(passport.modulesPresent().get(0).belowRating()).isTrue();
    assertThat(passport.modulesPresent().get(1).belowRating()).isFalse();
  }

  @Test
  void agreesWithTheIndependentDecoder() throws Exception {
    for (byte[] dump : List.of(machine.with64BitEntry(), machine.with32BitEntry())) {
      Path file = Files.write(folder.resolve("dump.bin"), dump);
      String decoded = decode(file);
      Passport passport = Smbios.read(dump);
      assertThat(values(decoded, "BIOS Information", "Version"))
          .containsExactly(passport.firmwareVersion());
      assertThat(values(decoded, "System Information", "Product Name"))
          .containsExactly(passport.model());
      assertThat(values(decoded, "System Information", "Serial Number"))
          .containsExactly(passport.serial());
      assertThat(values(decoded, "Base Board Information", "Product Name"))
          .containsExactly(passport.boardModel());
      assertThat(values(decoded, "Processor Information", "Version"))
          .containsExactly(passport.processors().get(0).version());
      assertThat(values(decoded, "Processor Information", "Core Count"))
          .containsExactly("" + passport.processors().get(0).cores().getAsInt());
      assertThat(values(decoded, "Physical Memory Array", "Number Of Devices"))
          .containsExactly("" + passport.memorySlots());
      List<String> sizes = new ArrayList<>();
      List<String> speeds = new ArrayList<>();
      for (MemoryModule module : passport.memory()) {
        sizes.add(
            module.size().map(s -> (long) s.gibibytes() + " GB").orElse("No Module Installed"));
        module.runningSpeed().ifPresent(s -> speeds.add(s + " MT/s"));
      }
      assertThat(decoded.contains("UEFI is supported"))
          .isEqualTo(passport.can().newWay().orElseThrow());
      assertThat(decoded.contains("64-bit capable"))
          .isEqualTo(passport.can().bits().getAsInt() == 64);
      assertThat(decoded.contains("TPM Device")).isEqualTo(passport.can().chip());
      assertThat(values(decoded, "Memory Device", "Size")).isEqualTo(sizes);
      assertThat(values(decoded, "Memory Device", "Configured Memory Speed")).isEqualTo(speeds);
    }
  }

  private static String decode(Path dump) throws IOException, InterruptedException {
    Process process =
        new ProcessBuilder("/usr/sbin/dmidecode", "--from-dump", dump.toString())
            .redirectErrorStream(true)
            .start();
    String text = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor()).as(text).isZero();
    return text;
  }

  private static List<String> values(String decoded, String section, String field) {
    List<String> values = new ArrayList<>();
    for (String block : decoded.split("\n\n")) {
      if (block.contains("\n" + section + "\n")) {
        Matcher matcher = Pattern.compile("(?m)^\t" + field + ": (.*)$").matcher(block);
        if (matcher.find() && !matcher.group(1).equals("Unknown")) {
          values.add(matcher.group(1));
        }
      }
    }
    return values;
  }

  @Test
  void saysWhatIsWrongAndWhere() {
    assertThatThrownBy(() -> Smbios.read(new byte[0]))
        .isInstanceOf(FormatFault.class)
        .hasMessage("there is no SMBIOS structure in this file (at byte 0)");
    byte[] damaged = machine.with64BitEntry();
    damaged[0x0C] ^= 1;
    assertThatThrownBy(() -> Smbios.read(damaged)).hasMessageContaining("checksum");
    byte[] cut = java.util.Arrays.copyOf(machine.bare(), 200);
    assertThatThrownBy(() -> Smbios.read(cut)).isInstanceOf(FormatFault.class);
    assertThatThrownBy(() -> Smbios.read(new byte[Smbios.LARGEST + 1]))
        .hasMessageContaining("larger");
    assertThatThrownBy(
            () ->
                Smbios.read(
                    "hello, this is a letter and not a dump".getBytes(StandardCharsets.US_ASCII)))
        .isInstanceOf(FormatFault.class);
  }

  @Test
  void readsOrRefusesAThousandDamagedDumpsQuicklyAndInLittleMemory() {
    ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
    SplittableRandom random = new SplittableRandom(4);
    List<byte[]> sound =
        List.of(machine.bare(), machine.with32BitEntry(), machine.with64BitEntry());
    int read = 0;
    long slowest = 0;
    long largest = 0;
    for (int i = 0; i < Nightly.times(1000); i++) {
      byte[] dump = damaged(sound.get(i % 3), random);
      long allocated = threads.getCurrentThreadAllocatedBytes();
      long began = System.nanoTime();
      try {
        Smbios.read(dump);
        read++;
      } catch (FormatFault refused) {
        assertThat(refused.getMessage()).isNotBlank();
        assertThat(refused.offset()).isBetween(0, dump.length + 1);
      }
      slowest = Math.max(slowest, System.nanoTime() - began);
      largest = Math.max(largest, threads.getCurrentThreadAllocatedBytes() - allocated);
    }
    System.out.printf(
        "damaged SMBIOS dumps: 1000, read %d, refused %d, slowest %.1f ms, most memory %d kB%n",
        read, 1000 - read, slowest / 1e6, largest / 1024);
    assertThat(slowest).isLessThan(1_000_000_000L);
    assertThat(largest).isLessThan(64L << 20);
    assertThat(read).isBetween(Nightly.times(50), Nightly.times(950));
  }

  private static byte[] damaged(byte[] sound, SplittableRandom random) {
    byte[] dump = sound.clone();
    for (int k = random.nextInt(1, 12); k > 0; k--) {
      int at = random.nextInt(dump.length);
      switch (random.nextInt(4)) {
        case 0 -> dump[at] = (byte) random.nextInt(256);
        case 1 -> dump[at] = (byte) 0xFF;
        case 2 -> dump[at] ^= (byte) (1 << random.nextInt(8));
        default -> dump = java.util.Arrays.copyOf(dump, Math.max(1, at));
      }
    }
    return dump;
  }
}
