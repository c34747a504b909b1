package dottore.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.firmware.WriteGate.FileSeen;
import dottore.core.firmware.WriteGate.StickSeen;
import dottore.core.firmware.WriteGate.Topic;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.machine.Encryption;
import dottore.core.machine.FileSystem;
import dottore.core.machine.Scheme;
import dottore.core.machine.Stick;
import dottore.core.machine.Stick.Partition;
import dottore.core.units.Capacity;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WriteGateTest {
  private static final Release TARGET = Boards.MARK.release("2.10").orElseThrow();
  private static final Power SAFE = new Power(true, OptionalInt.empty(), false, false);

  /** Facts in which everything is green, until a test changes something. */
  private static final class Seen {
    private boolean compared = true;
    private Optional<String> revision = Optional.of("1.2");
    private Optional<String> now = Optional.of("1.20");
    private Release target = TARGET;
    private Way way = Way.FLASH_PORT;
    private Optional<FileSeen> file =
        Optional.of(new FileSeen(TARGET.file(), Optional.of(TARGET.sha256()), false));
    private StickSeen stick = new StickSeen(Optional.empty(), true, true);
    private Power power = SAFE;
    private Encryption encryption = Encryption.SUSPENDED;
    private boolean settingsNoted = true;
    private boolean nothingElse = true;

    WriteGate.Facts facts() {
      return new WriteGate.Facts(
          Boards.MARK,
          compared,
          revision,
          now,
          target,
          way,
          file,
          stick,
          power,
          encryption,
          settingsNoted,
          nothingElse);
    }

    boolean green(Topic topic) {
      return WriteGate.of(facts()).points().stream()
          .filter(p -> p.topic() == topic)
          .findFirst()
          .orElseThrow()
          .passes();
    }
  }

  /** Facts in which just the given topics are red. */
  private static Seen red(Set<Topic> red) {
    Seen seen = new Seen();
    seen.compared = !red.contains(Topic.BOARD);
    seen.now = Optional.of(red.contains(Topic.VERSION) ? "2.10" : "1.20");
    seen.file = red.contains(Topic.FILE) ? Optional.empty() : seen.file;
    seen.stick = new StickSeen(Optional.empty(), !red.contains(Topic.STICK), true);
    seen.power = new Power(!red.contains(Topic.POWER), OptionalInt.empty(), false, true);
    seen.encryption = red.contains(Topic.ENCRYPTION) ? Encryption.ACTIVE : Encryption.SUSPENDED;
    seen.settingsNoted = !red.contains(Topic.SETTINGS);
    seen.nothingElse = !red.contains(Topic.NOTHING_ELSE);
    return seen;
  }

  /** All 256 combinations: it goes only when nothing is red, and just the red ones are red. */
  @Test
  void goesOnlyWhenEveryPointIsGreen() {
    Topic[] topics = Topic.values();
    for (int bits = 0; bits < 1 << topics.length; bits++) {
      Set<Topic> red = EnumSet.noneOf(Topic.class);
      for (int i = 0; i < topics.length; i++) {
        if ((bits >> i & 1) == 1) {
          red.add(topics[i]);
        }
      }
      Gate<Topic> gate = WriteGate.of(red(red).facts());
      assertThat(gate.go()).isEqualTo(red.isEmpty());
      assertThat(gate.points().stream().filter(p -> !p.passes()).map(Point::topic))
          .containsExactlyInAnyOrderElementsOf(red);
      assertThat(gate.points()).allMatch(p -> p.passes() == p.todo().isEmpty());
    }
  }

  @Test
  void fromTheSystemNoStickIsAskedFor() {
    Seen seen = red(EnumSet.of(Topic.STICK));
    seen.way = Way.FROM_SYSTEM;
    Gate<Topic> gate = WriteGate.of(seen.facts());
    assertThat(gate.go()).isTrue();
    assertThat(gate.points()).hasSize(Topic.values().length - 1);
  }

  @ParameterizedTest(name = "mains {0}, battery {1}, cuts {2}, UPS {3}: {4}")
  @CsvSource(
      nullValues = "-",
      value = {
        "true,  -,  false, false, true",
        "true,  -,  true,  false, false",
        "true,  -,  true,  true,  true",
        "true,  -,  false, true,  true",
        "false, -,  false, false, false",
        "false, -,  true,  true,  false",
        "true,  51, false, false, true",
        "true,  51, true,  false, true",
        "true,  50, false, false, false",
        "true,  0,  false, false, false",
        "false, 99, false, false, false",
        "false, 99, true,  true,  false",
        "true,  20, true,  true,  false"
      })
  void powerIsMainsAndAChargedBatteryOrNoCuts(
      boolean mains, Integer battery, boolean cuts, boolean ups, boolean green) {
    OptionalInt percent = battery == null ? OptionalInt.empty() : OptionalInt.of(battery);
    Power power = new Power(mains, percent, cuts, ups);
    assertThat(power.missing().isEmpty()).isEqualTo(green);
  }

  @Test
  void aBatteryHasZeroToAHundredPerCent() {
    assertThatThrownBy(() -> new Power(true, OptionalInt.of(101), false, false))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @ParameterizedTest
  @CsvSource({
    "NONE, true",
    "SUSPENDED, true",
    "UNREADABLE, true",
    "NO_KEY, false",
    "ACTIVE, false",
    "UNKNOWN, false"
  })
  void encryptionIsSuspendedWithItsKeyAtHand(Encryption encryption, boolean green) {
    assertThat(encryption.missing().isEmpty()).isEqualTo(green);
  }

  @ParameterizedTest(name = "printed {0}, compared {1}: {2}")
  @CsvSource(
      nullValues = "-",
      value = {
        "1.2, true, true",
        "1.2, false, false",
        "' 1.2 ', true, true",
        "1.3, true, false",
        "-, true, false"
      })
  void theRevisionIsTheOneOnTheBoard(String printed, boolean compared, boolean green) {
    Seen seen = new Seen();
    seen.compared = compared;
    seen.revision = Optional.ofNullable(printed);
    assertThat(seen.green(Topic.BOARD)).isEqualTo(green);
  }

  @ParameterizedTest(name = "{0} to {1}: {2}")
  @CsvSource(
      nullValues = "-",
      value = {
        "1.20, 2.10, true",
        "-, 2.10, true",
        "2.10, 2.10, false",
        "2.10, 2.00, false",
        "2.00, 1.20, true",
        "9.99, 2.00, false",
        "X9, 2.00, false"
      })
  void theVersionNeverGoesBackAcrossASecurityVersion(String now, String to, boolean green) {
    Seen seen = new Seen();
    seen.now = Optional.ofNullable(now);
    seen.target = Boards.MARK.release(to).orElseThrow();
    assertThat(seen.green(Topic.VERSION)).isEqualTo(green);
  }

  @Test
  void anotherChecksumIsRedEvenIfItWasComparedByEye() {
    assertThat(file(new FileSeen("x", Optional.of("0".repeat(64)), true))).isFalse();
    assertThat(file(new FileSeen("x", Optional.empty(), true))).isTrue();
    assertThat(file(new FileSeen("x", Optional.empty(), false))).isFalse();
  }

  private static boolean file(FileSeen seen) {
    Seen shown = new Seen();
    shown.file = Optional.of(seen);
    return shown.green(Topic.FILE);
  }

  private static Partition partition(FileSystem system) {
    return new Partition(
        2048, Capacity.ofGigabytes(8), Optional.ofNullable(system), Optional.empty());
  }

  @ParameterizedTest(name = "{0}, {1} partitions of {2}, files {3}, name ticked {4}: {5}")
  @CsvSource(
      nullValues = "-",
      value = {
        "MBR,  1, FAT32, mark8.bin,     false, true",
        "MBR,  1, FAT32, MARK8.BIN,     false, true",
        "GPT,  1, FAT32, MARK8.BIN,     false, true",
        "MBR,  1, FAT32, mark8-210.bin, true,  false",
        "MBR,  1, FAT32, -,             true,  true",
        "MBR,  1, FAT32, -,             false, false",
        "MBR,  2, FAT32, MARK8.BIN,     true,  false",
        "MBR,  0, FAT32, -,             true,  false",
        "MBR,  1, NTFS,  -,             true,  false",
        "MBR,  1, EXFAT, -,             true,  false",
        "MBR,  1, FAT16, -,             true,  false",
        "MBR,  1, -,     -,             true,  false",
        "NONE, 1, FAT32, MARK8.BIN,     true,  false"
      })
  void aStickThatWasReadIsFat32WithOnePartitionAndTheRightName(
      Scheme scheme, int count, FileSystem system, String file, boolean ticked, boolean green) {
    Partition[] partitions = new Partition[count];
    Arrays.fill(partitions, partition(system));
    Stick stick =
        new Stick(
            scheme,
            List.of(partitions),
            file == null ? Optional.empty() : Optional.of(List.of("readme.txt", file)));
    // What was ticked before does not outweigh what was read.
    assertThat(stick(new StickSeen(Optional.of(stick), true, ticked))).isEqualTo(green);
  }

  @ParameterizedTest
  @CsvSource({"true, true, true", "true, false, false", "false, true, false", "false,false,false"})
  void aStickThatWasOnlyTickedNeedsBothTicks(boolean fat32, boolean name, boolean green) {
    assertThat(stick(new StickSeen(Optional.empty(), fat32, name))).isEqualTo(green);
  }

  private static boolean stick(StickSeen seen) {
    Seen shown = new Seen();
    shown.stick = seen;
    return shown.green(Topic.STICK);
  }

  @Test
  void theMarkedPortWantsTheBoardsOwnNameTheScreenTheMakers() {
    assertThat(WriteGate.wantedName(new Seen().facts())).isEqualTo("MARK8.BIN");
    Seen seen = new Seen();
    seen.way = Way.FIRMWARE_SCREEN;
    assertThat(WriteGate.wantedName(seen.facts())).isEqualTo("mark8-210.bin");
  }
}
