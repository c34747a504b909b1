package dottore.core.drive;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Depth;
import dottore.core.drive.Conversion.Topic;
import dottore.core.facts.Facts;
import dottore.core.gate.Point;
import dottore.core.gate.State;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Drive;
import dottore.core.machine.MachineKind;
import dottore.core.machine.Scheme;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Jobs;
import dottore.core.ticket.Owed;
import dottore.core.ticket.Start;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DriveDeskTest {
  private final Map<String, String> facts = new HashMap<>();
  private List<Owed> owed = List.of();
  private Backup backup = Backup.YES;

  private DriveDesk desk() {
    return DriveDesk.of(
        Jobs.job(MachineKind.TOWER, backup, owed, new Entry.Known(Facts.of(facts))));
  }

  private static String kept(DiskLayout layout) {
    return DriveFacts.layout(0).print(layout);
  }

  private static DiskLayout old(long sectors) {
    return new DiskLayout(
        Scheme.MBR,
        512,
        OptionalLong.of(sectors),
        List.of(new Part(Role.PRIMARY, Use.DATA, 2048, sectors - 4096, true, "")),
        true,
        DiskLayout.Backup.NONE);
  }

  @Test
  void knowsNothingOfAMachineThatNobodyLookedInto() {
    assertThat(desk().drives()).isEmpty();
    assertThat(desk().target()).isEmpty();
    assertThat(desk().conversion()).isEmpty();
    assertThat(desk().free()).hasValue(0);
  }

  @Test
  void theOnlyDriveIsTheSystemDiskAndOfTwoSomebodySays() {
    facts.put("disk.0.gb", "500");
    assertThat(desk().target().map(Drive::number)).contains(0);
    facts.put("disk.2.gb", "1000");
    assertThat(desk().target()).isEmpty();
    assertThat(desk().free()).hasValue(1);
    facts.put("target", "2");
    assertThat(desk().target().map(Drive::number)).contains(2);
  }

  @Test
  void whatWasReadIsSurerThanTheLabel() {
    facts.put("disk.0.gb", "512");
    facts.put("disk.0.layout", kept(old(976_773_168)));
    assertThat(desk().drives().get(0).size().orElseThrow().bytes()).isEqualTo(500_107_862_016L);
  }

  @Test
  void aDriveIsUnpluggedWhileItIsOwed() {
    facts.put("disk.0.gb", "500");
    facts.put("disk.1.gb", "500");
    facts.put("target", "0");
    assertThat(desk().which().map(WrongDisk::verdict)).contains(WrongDisk.Verdict.ALIKE);
    owed = List.of(Jobs.owed("the drive that is not meant", DriveDesk.unplugged(1)));
    assertThat(desk().which().map(WrongDisk::verdict)).contains(WrongDisk.Verdict.ONLY);
  }

  @Test
  void whatWasReadIsPastOnceTheDiskWasConverted() {
    facts.put("disk.0.layout", kept(old(976_773_168)));
    facts.put("scheme", "old");
    assertThat(desk().drives().get(0).layout()).isPresent();
    facts.put("scheme", "new");
    assertThat(desk().drives().get(0).layout()).isEmpty();
    assertThat(desk().conversion().map(Conversion::done)).contains(true);
    facts.put("disk.1.layout", kept(old(1_000_000)));
    facts.put("target", "0");
    assertThat(desk().drives().get(1).layout()).isPresent();
  }

  @ParameterizedTest
  @CsvSource({
    "old-only, no, FIRMWARE, GOOD",
    "old-only, yes, FIRMWARE, BAD",
    "boot-mode, new, FIRMWARE, GOOD",
    "boot-mode, old, FIRMWARE, ASK",
    "system-64, yes, SYSTEM, GOOD",
    "encryption, active, ENCRYPTION, SHEET",
    "saved-where, shelf drive 2, SAVED, SHEET",
    "saved-compared, yes, SAVED, SHEET",
    "primaries, 2, PARTITIONS, ASK",
  })
  void oneFactDecidesItsPoint(String fact, String value, Topic topic, State state) {
    facts.put("disk.0.gb", "500");
    facts.put(fact, value);
    Optional<Point<Topic>> point = desk().conversion().flatMap(c -> c.point(topic));
    assertThat(point.map(Point::state)).contains(state);
  }

  @Test
  void aCopyCountsOnceItWasComparedOrIfNobodyWantsIt() {
    facts.put("disk.0.gb", "500");
    facts.put("saved-where", "shelf drive 2");
    facts.put("saved-compared", "yes");
    assertThat(desk().conversion().flatMap(c -> c.point(Topic.SAVED)).map(p -> p.words()))
        .contains("shelf drive 2, compared");
    facts.clear();
    facts.put("disk.0.gb", "500");
    backup = Backup.NOTHING_WANTED;
    assertThat(desk().conversion().flatMap(c -> c.point(Topic.SAVED)).map(p -> p.state()))
        .contains(State.GOOD);
  }

  @Test
  void aCopyNeedsAnAmountAndAWay() {
    facts.put("used-gb", "66");
    assertThat(desk().copyTime()).isEmpty();
    facts.put("copy-over", "usb-2");
    assertThat(desk().copyTime().map(t -> t.least().value())).contains(28.0);
    facts.put("copy-speed", "0");
    assertThat(desk().copyTime().map(t -> t.least().value())).contains(28.0);
    facts.put("copy-speed", "11");
    assertThat(desk().copyTime().map(t -> t.least().value())).contains(100.0);
  }

  /** The fault of a kept text; empty if it can be read. */
  private static Optional<String> wrong(String fact, String text) {
    return DriveFacts.named(fact).orElseThrow().fault(text);
  }

  @Test
  void factsFromElsewhereAreJudgedBeforeTheyAreKept() {
    String good = kept(old(99_999));
    assertThat(wrong("disk.0.layout", good)).isEmpty();
    assertThat(wrong("target", "0")).isEmpty();
    assertThat(wrong("disk.3.gb", "plenty")).isPresent();
    assertThat(wrong("target", "9")).isPresent();
    assertThat(DriveFacts.named("disk.9.gb")).isEmpty();
    for (String impossible : List.of("-1", "0", "9223372036854775807")) {
      String mutant = good.replace("\"sectors\":99999", "\"sectors\":" + impossible);
      assertThat(mutant).isNotEqualTo(good);
      assertThat(wrong("disk.1.layout", mutant)).as(impossible).isPresent();
      String part = good.replace("\"start\":2048", "\"start\":" + impossible);
      assertThat(wrong("disk.1.layout", part).isPresent())
          .as(impossible)
          .isEqualTo(!impossible.equals("0"));
    }
    for (String damaged :
        List.of("{}", "{\"scheme\":\"MBR\",\"sectorSize\":3}", "[", "null", "7", "\"x\"")) {
      assertThat(wrong("disk.1.layout", damaged)).as(damaged).isPresent();
    }
  }

  @Test
  void anotherSystemDiskIsLookedAtAnewAndOneTakenOffTheListIsForgotten() {
    facts.put("disk.0.gb", "500");
    facts.put("disk.1.gb", "1000");
    facts.put("target", "1");
    assertThat(desk().aimedAnew().kept()).containsKeys("scheme", "logical", "serial-read");
    assertThat(desk().forgotten(1).kept()).containsKeys("disk.1.gb", "target");
    assertThat(desk().forgotten(0).kept()).containsKey("disk.0.gb").doesNotContainKey("target");
  }

  // --- on another machine
  // --------------------------------------------------------------------------

  private List<SheetStep> test(MachineKind kind) {
    DriveDesk desk = DriveDesk.of(Jobs.job(kind, backup, owed, new Entry.Known(Facts.of(facts))));
    assertThat(desk.test()).isInstanceOf(Start.Go.class);
    return ((Start.Go) desk.test()).sheet().steps();
  }

  private static List<String> ids(List<SheetStep> steps) {
    return steps.stream().map(SheetStep::id).toList();
  }

  @Test
  void theTestOverAnAdapterOnlyReadsAndPutsEverythingBack() {
    facts.put("disk.0.serial", "AB-7F3Q");
    facts.put("disk.0.gb", "500");
    for (MachineKind kind : MachineKind.values()) {
      if (kind == MachineKind.CLOUD_LAPTOP) {
        continue;
      }
      List<SheetStep> steps = test(kind);
      assertThat(steps).noneMatch(step -> step.depth() == Depth.WRITES_DRIVE);
      assertThat(ids(steps).contains("battery")).isEqualTo(kind.hasBattery());
      List<String> lent =
          steps.stream().flatMap(s -> s.borrows().stream()).map(Loan::what).toList();
      List<String> back = steps.stream().flatMap(s -> s.returns().stream()).toList();
      assertThat(back).containsExactlyInAnyOrderElementsOf(lent);
      assertThat(ids(steps)).containsSubsequence("off", "take-out", "seen", "read", "cover-on");
    }
    SheetStep read =
        test(MachineKind.LAPTOP).stream().filter(s -> s.id().equals("read")).findFirst().get();
    // 500 GB at 80 MB/s, the slow end of a drive that turns
    assertThat(read.waiting().value()).isEqualTo(105);
  }

  @Test
  void unsavedDataIsSavedBeforeTheLongRead() {
    backup = Backup.NO;
    assertThat(ids(test(MachineKind.TOWER))).containsSubsequence("seen", "save-first", "read");
    facts.put("saved-where", "shelf drive");
    facts.put("saved-compared", "yes");
    assertThat(ids(test(MachineKind.TOWER))).doesNotContain("save-first");
  }

  @Test
  void whatClicksIsNotStartedForATest() {
    backup = Backup.NO;
    facts.put("old-drive", "clicks");
    assertThat(desk().test())
        .isInstanceOfSatisfying(
            Start.NotYet.class, not -> assertThat(not.why()).contains("specialist"));
    facts.put("specialist", DriveFacts.SPECIALIST.print(Specialist.values()[0]));
    assertThat(desk().test()).isInstanceOf(Start.Go.class);
    DriveDesk sealed =
        DriveDesk.of(
            Jobs.job(MachineKind.CLOUD_LAPTOP, backup, owed, new Entry.Known(Facts.none())));
    assertThat(sealed.test()).isInstanceOf(Start.NotYet.class);
  }

  @ParameterizedTest
  @CsvSource({
    "FINE, fine, READS",
    "EMPTY, empty, READS",
    "SLOW, slow, ERRORS",
    "CLICKS, clicks, CLICKS",
    "NOTHING, nothing, DEAD"
  })
  void whatAnotherMachineSawAnswersFindAndTheRoads(
      OverAdapter seen, String outcome, DriveState state) {
    assertThat(seen.answer().check()).isEqualTo("usb-adapter-elsewhere");
    assertThat(seen.answer().outcome()).isEqualTo(outcome);
    assertThat(DriveDesk.seen(seen).find(DriveFacts.STATE)).contains(state);
  }
}
