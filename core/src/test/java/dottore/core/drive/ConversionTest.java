package dottore.core.drive;

import static dottore.core.drive.Disks.DISK;
import static dottore.core.drive.Disks.SECTORS;
import static dottore.core.drive.Disks.WELL;
import static dottore.core.drive.Disks.disk;
import static dottore.core.drive.Disks.mbr;
import static dottore.core.drive.Disks.only;
import static dottore.core.drive.Disks.primary;
import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.drive.Conversion.Facts;
import dottore.core.drive.Conversion.Topic;
import dottore.core.format.DiskSectors;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.gate.State;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Drive;
import dottore.core.machine.Encryption;
import dottore.core.machine.Scheme;
import dottore.core.units.Capacity;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ConversionTest {
  @TempDir Path folder;

  private static DiskLayout damaged(DiskLayout gpt) {
    return new DiskLayout(
        gpt.scheme(), gpt.sectorSize(), gpt.sectors(), gpt.parts(), true, Backup.DAMAGED);
  }

  /** All is well: two partitions with room at both ends. */
  private static Facts fine(Optional<DiskLayout> layout) {
    return new Facts(
        only(layout),
        Optional.empty(),
        OptionalInt.empty(),
        Optional.empty(),
        Optional.of(true),
        Optional.of(true),
        Encryption.NONE,
        Optional.of("54 GiB to shelf drive 2, compared"),
        true);
  }

  private static State state(Facts facts, Topic topic) {
    return Conversion.of(facts).point(topic).map(Point::state).orElseThrow();
  }

  @Test
  void goesWhenAllIsWell() {
    Conversion conversion = Conversion.of(fine(WELL));
    assertThat(conversion.points()).hasSize(Topic.values().length);
    assertThat(conversion.points()).extracting(Point::state).containsOnly(State.GOOD);
    assertThat(conversion.points()).extracting(Point::todo).containsOnly("");
    assertThat(conversion.go()).isTrue();
    assertThat(conversion.walls()).isEmpty();
  }

  /** Each fact alone decides its own point and no other, and one that is bad stops it. */
  @ParameterizedTest
  @CsvSource({
    "SYSTEM, none, ASK",
    "SYSTEM, no, BAD",
    "FIRMWARE, none, ASK",
    "FIRMWARE, no, BAD",
    "ENCRYPTION, ACTIVE, SHEET",
    "ENCRYPTION, SUSPENDED, GOOD",
    "ENCRYPTION, NO_KEY, BAD",
    "ENCRYPTION, UNREADABLE, BAD",
    "ENCRYPTION, UNKNOWN, ASK",
    "SAVED, wanted, SHEET",
    "SAVED, unwanted, GOOD",
    "WHICH, gone, BAD",
    "WHICH, alike, BAD",
    "WHICH, other, BAD",
    "WHICH, size, GOOD",
    "SCHEME, gpt, DONE",
    "SCHEME, broken, BAD",
  })
  void judgesEveryPoint(Topic topic, String how, State state) {
    Facts f = fine(WELL);
    Drive target = disk(WELL);
    Drive other =
        new Drive(
            1,
            "",
            "9B2L",
            Optional.of(new Capacity(how.equals("size") ? 2 * DISK : DISK)),
            true,
            "",
            Optional.empty());
    Drive gone = new Drive(0, "", "", target.size(), false, "", WELL);
    WrongDisk which =
        switch (how) {
          case "gone" -> WrongDisk.of(gone, List.of(gone), "");
          case "other" -> WrongDisk.of(target, List.of(target, other), "9B2L");
          case "alike", "size" -> WrongDisk.of(target, List.of(target, other), "");
          case "broken" -> only(Optional.of(damaged(ConvertedLayout.of(WELL.orElseThrow()))));
          case "gpt" -> only(Optional.of(ConvertedLayout.of(WELL.orElseThrow())));
          default -> f.which();
        };
    Optional<Boolean> answer = how.equals("none") ? Optional.empty() : Optional.of(false);
    Facts changed =
        new Facts(
            which,
            f.written(),
            f.counted(),
            f.logical(),
            topic == Topic.SYSTEM ? answer : f.sixtyFourBit(),
            topic == Topic.FIRMWARE ? answer : f.newWay(),
            topic == Topic.ENCRYPTION ? Encryption.valueOf(how) : f.encryption(),
            topic == Topic.SAVED ? Optional.empty() : f.saved(),
            !how.equals("unwanted"));
    Conversion conversion = Conversion.of(changed);
    assertThat(state(changed, topic)).isEqualTo(state);
    assertThat(conversion.points().stream().filter(p -> p.topic() != topic))
        .extracting(Point::state)
        .containsOnly(State.GOOD);
    assertThat(conversion.go()).isEqualTo(state == State.GOOD || state == State.SHEET);
    assertThat(conversion.point(topic).orElseThrow().todo().isEmpty())
        .isEqualTo(state == State.GOOD);
  }

  @ParameterizedTest
  @CsvSource({
    // scheme written down, counted by hand, extended, partitions, ends
    "MBR, , , ASK, SHEET",
    "MBR, 3, , ASK, SHEET",
    "MBR, 3, no, GOOD, SHEET",
    ", 3, no, GOOD, SHEET",
    "MBR, 4, no, BAD, SHEET",
    "MBR, 0, no, BAD, SHEET",
    "MBR, 2, yes, BAD, SHEET",
  })
  void believesAnEyeWhereNoSectorsWereRead(
      Scheme scheme, Integer counted, String logical, State partitions, State ends) {
    Facts f = fine(Optional.empty());
    Facts facts =
        new Facts(
            f.which(),
            Optional.ofNullable(scheme),
            counted == null ? OptionalInt.empty() : OptionalInt.of(counted),
            Optional.ofNullable(logical).map("yes"::equals),
            f.sixtyFourBit(),
            f.newWay(),
            f.encryption(),
            f.saved(),
            true);
    assertThat(state(facts, Topic.PARTITIONS)).isEqualTo(partitions);
    assertThat(state(facts, Topic.FRONT)).isEqualTo(ends);
    assertThat(state(facts, Topic.BEHIND)).isEqualTo(ends);
    assertThat(state(facts, Topic.SCHEME)).isEqualTo(scheme == null ? State.ASK : State.GOOD);
    assertThat(Conversion.of(facts).go()).isEqualTo(partitions == State.GOOD && scheme != null);
  }

  @Test
  void hasNothingToDoWhereTheNewSchemeIsWrittenDown() {
    Facts f = fine(Optional.empty());
    Facts facts =
        new Facts(
            f.which(),
            Optional.of(Scheme.GPT),
            f.counted(),
            f.logical(),
            f.sixtyFourBit(),
            f.newWay(),
            f.encryption(),
            f.saved(),
            true);
    assertThat(Conversion.of(facts).points())
        .extracting(Point::topic)
        .containsExactly(Topic.WHICH, Topic.SCHEME);
    assertThat(Conversion.of(facts).go()).isFalse();
    assertThat(Conversion.of(facts).done()).isTrue();
    assertThat(Conversion.of(facts).walls()).isEmpty();
  }

  /**
   * The independent reference converts in place too: it refuses where we say no, and only there.
   */
  @ParameterizedTest
  @CsvSource({
    "34, 1000, true",
    "33, 1000, false",
    "63, 1000, true",
    "2048, 34, true",
    "2048, 33, true",
    "2048, 32, false",
    "2048, 0, false",
  })
  void agreesWithTheReferenceOnTheRoom(int front, int behind, boolean room) throws Exception {
    Path image = folder.resolve("disk.img");
    try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "rw")) {
      file.setLength(DISK);
    }
    long size = SECTORS - front - behind;
    run("label: dos\nstart=" + front + ", size=" + size + ", type=7\n", "sfdisk", image);
    byte[] head = new byte[64 * 1024];
    try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "r")) {
      file.readFully(head);
    }
    DiskLayout layout = DiskSectors.read(head, Optional.empty(), OptionalLong.of(SECTORS), false);
    assertThat(layout.front()).hasValue(front);
    assertThat(layout.behind()).hasValue(behind);
    Conversion conversion = Conversion.of(fine(Optional.of(layout)));
    assertThat(conversion.go()).isEqualTo(room);
    String said = run("", "sgdisk", image, "-g");
    assertThat(said.contains("operation has completed successfully"))
        .as(said)
        .isEqualTo(conversion.go());
  }

  private String run(String input, String tool, Path image, String... options) throws Exception {
    List<String> command = new ArrayList<>(List.of("/usr/sbin/" + tool));
    command.addAll(tool.equals("sfdisk") ? List.of("-q", "--force") : List.of());
    command.addAll(List.of(options));
    command.add(image.toString());
    Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
    process.getOutputStream().write(input.getBytes(StandardCharsets.UTF_8));
    process.getOutputStream().close();
    String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    process.waitFor();
    return said;
  }

  @Test
  void saysWhatNoSheetLifts() {
    DiskLayout four =
        mbr(
            SECTORS,
            primary(34, 10),
            primary(100, 10),
            primary(200, 10),
            primary(300, SECTORS - 300));
    Facts f = fine(Optional.of(four));
    assertThat(Conversion.of(f).walls())
        .extracting(Point::topic)
        .containsExactly(Topic.PARTITIONS, Topic.BEHIND);
    DiskLayout extended =
        mbr(SECTORS, primary(2048, 10), new Part(Role.EXTENDED, Use.OTHER, 4096, 99, false, ""));
    assertThat(Conversion.of(fine(Optional.of(extended))).open())
        .extracting(Point::words)
        .containsExactly("logical partitions in an extended one");
    DiskLayout beyond = mbr(1000, primary(34, 2000));
    assertThat(Conversion.of(fine(Optional.of(beyond))).walls())
        .extracting(Point::words)
        .containsExactly("the last partition ends beyond the disk");
  }

  @Test
  void largeSectorsNeedFewerOfThem() {
    DiskLayout large =
        new DiskLayout(
            Scheme.MBR,
            4096,
            OptionalLong.of(1000),
            List.of(new Part(Role.PRIMARY, Use.DATA, 6, 989, true, "")),
            true,
            Backup.NONE);
    assertThat(Conversion.of(fine(Optional.of(large))).go()).isTrue();
    DiskLayout tight =
        new DiskLayout(
            Scheme.MBR,
            4096,
            OptionalLong.of(1000),
            List.of(new Part(Role.PRIMARY, Use.DATA, 5, 991, true, "")),
            true,
            Backup.NONE);
    assertThat(Conversion.of(fine(Optional.of(tight))).walls())
        .extracting(Point::topic)
        .containsExactly(Topic.FRONT, Topic.BEHIND);
  }

  /** Green in every point but the sheet's own is what goes; every other mixture does not. */
  @Test
  void goesOnlyIfNothingIsOpen() {
    Set<State> closed = EnumSet.of(State.GOOD, State.SHEET);
    for (State a : State.values()) {
      for (State b : State.values()) {
        Conversion conversion =
            new Conversion(
                new Gate<>(
                    List.of(
                        new Point<>(Topic.WHICH, a, "", ""),
                        new Point<>(Topic.PARTITIONS, b, "", ""))));
        assertThat(conversion.go()).isEqualTo(closed.contains(a) && closed.contains(b));
        assertThat(conversion.done()).isEqualTo(a == State.DONE || b == State.DONE);
        assertThat(conversion.open().isEmpty())
            .isEqualTo(
                conversion.points().stream()
                    .noneMatch(p -> p.state() == State.BAD || p.state() == State.ASK));
        assertThat(conversion.walls()).hasSize(b == State.BAD ? 1 : 0);
      }
    }
  }
}
