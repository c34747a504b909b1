package dottore.app.drive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dottore.app.ticket.Owed;
import dottore.app.ticket.TicketFile;
import dottore.core.drive.Conversion;
import dottore.core.drive.Conversion.State;
import dottore.core.drive.Conversion.Topic;
import dottore.core.drive.WrongDisk;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Drive;
import dottore.core.machine.Scheme;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.json.JsonMapper;

class DriveDeskTest {
  private static final ObjectMapper JSON = JsonMapper.builder().build();
  private static final LayoutNote NOTES = new LayoutNote(JSON);

  private final Map<String, String> facts = new HashMap<>();
  private List<Owed> owed = List.of();
  private String backup = "yes";

  private DriveDesk desk() {
    TicketFile file = mock(TicketFile.class);
    when(file.facts(anyInt())).thenReturn(facts);
    when(file.owed()).thenReturn(owed);
    when(file.backup()).thenReturn(backup);
    return DriveDesk.of(file, NOTES);
  }

  private static DiskLayout old(long sectors) {
    return new DiskLayout(
        Scheme.MBR,
        512,
        OptionalLong.of(sectors),
        List.of(new Part(Role.PRIMARY, Use.DATA, 2048, sectors - 4096, true, "")),
        true,
        Backup.NONE);
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
    facts.put("disk.0.layout", NOTES.of(old(976_773_168)));
    assertThat(desk().drives().get(0).size().orElseThrow().bytes()).isEqualTo(500_107_862_016L);
  }

  @Test
  void aDriveIsUnpluggedWhileItIsOwed() {
    facts.put("disk.0.gb", "500");
    facts.put("disk.1.gb", "500");
    facts.put("target", "0");
    assertThat(desk().which().map(WrongDisk::verdict)).contains(WrongDisk.Verdict.ALIKE);
    owed =
        List.of(
            new Owed(
                1,
                "disk 1 unplugged",
                "connected",
                "tray 2",
                Instant.EPOCH,
                "runa",
                Set.of(),
                false));
    assertThat(desk().which().map(WrongDisk::verdict)).contains(WrongDisk.Verdict.ONLY);
  }

  @Test
  void whatWasReadIsPastOnceTheDiskWasConverted() {
    facts.put("disk.0.layout", NOTES.of(old(976_773_168)));
    facts.put("scheme", "old");
    assertThat(desk().drives().get(0).layout()).isPresent();
    facts.put("scheme", "new");
    assertThat(desk().drives().get(0).layout()).isEmpty();
    assertThat(desk().conversion().map(Conversion::done)).contains(true);
    facts.put("disk.1.layout", NOTES.of(old(1_000_000)));
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
    Optional<Conversion.Point> point = desk().conversion().flatMap(c -> c.point(topic));
    assertThat(point.map(Conversion.Point::state)).contains(state);
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
    backup = "nothing-wanted";
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

  @Test
  void factsFromElsewhereAreJudgedBeforeTheyAreKept() {
    DriveRule rule = new DriveRule(NOTES);
    assertThat(rule.wrong(Map.of("disk.0.layout", NOTES.of(old(99_999)), "target", "0"))).isEmpty();
    assertThat(rule.wrong(Map.of("disk.3.gb", "plenty")))
        .hasValueSatisfying(words -> assertThat(words).contains("disk.3.gb"));
    assertThat(rule.wrong(Map.of("target", "9"))).isPresent();
    String kept = NOTES.of(old(99_999));
    for (String impossible : List.of("-1", "0", "9223372036854775807")) {
      String mutant = kept.replace("\"sectors\":99999", "\"sectors\":" + impossible);
      assertThat(mutant).isNotEqualTo(kept);
      assertThat(rule.wrong(Map.of("disk.1.layout", mutant))).as(impossible).isPresent();
      String part = kept.replace("\"start\":2048", "\"start\":" + impossible);
      assertThat(rule.wrong(Map.of("disk.1.layout", part)).isPresent())
          .as(impossible)
          .isEqualTo(!impossible.equals("0"));
    }
    assertThat(rule.wrong(Map.of("disk.1.layout", "{}"))).isPresent();
    assertThat(rule.wrong(Map.of("disk.1.layout", "{\"scheme\":\"MBR\",\"sectorSize\":3}")))
        .isPresent();
  }

  /** Whatever the drives: every piece lies in the picture and no two overlap. */
  @ParameterizedTest
  @CsvSource({"976773168, 500", "2000409264, 8000", "99999, 1"})
  void theMapIsToScaleAndNothingOverlaps(long sectors, int other) {
    facts.put("disk.0.layout", NOTES.of(old(sectors)));
    facts.put("disk.1.gb", String.valueOf(other));
    facts.put("disk.1.holds", "x".repeat(80));
    facts.put("target", "0");
    DiskMap map = DiskMap.of(desk().drives(), desk().target());
    assertThat(map.rows()).hasSize(3);
    for (DiskMap.Row row : map.rows()) {
      assertThat(row.top() + 44).isLessThanOrEqualTo(map.height());
      IntStream.range(1, row.pieces().size())
          .forEach(
              i ->
                  assertThat(row.pieces().get(i).x())
                      .isGreaterThan(
                          row.pieces().get(i - 1).x() + row.pieces().get(i - 1).width()));
      DiskMap.Piece last = row.pieces().get(row.pieces().size() - 1);
      assertThat(last.x() + last.width()).isLessThanOrEqualTo(872);
    }
  }
}
