package dottore.app.desk;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.drive.DriveDesk;
import dottore.core.drive.DriveFacts;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Scheme;
import dottore.core.ticket.Jobs;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DiskMapTest {
  private final Map<String, String> facts = new HashMap<>();

  private DriveDesk desk() {
    return DriveDesk.of(Jobs.knowing(facts));
  }

  private static String kept(long sectors) {
    return DriveFacts.layout(0)
        .print(
            new DiskLayout(
                Scheme.MBR,
                512,
                OptionalLong.of(sectors),
                List.of(new Part(Role.PRIMARY, Use.DATA, 2048, sectors - 4096, true, "")),
                true,
                Backup.NONE));
  }

  /** Whatever the drives: all brackets lie on their ruler, and no words touch others. */
  @ParameterizedTest
  @CsvSource({"976773168, 500", "2000409264, 8000", "99999, 1", "31116288, 16"})
  void isToScaleAndNoWordsTouch(long sectors, int other) {
    facts.put("disk.0.layout", kept(sectors));
    facts.put("disk.1.gb", String.valueOf(other));
    facts.put("disk.1.holds", "x".repeat(80));
    facts.put("target", "0");
    DiskMap map = DiskMap.of(desk().drives(), desk().target());
    assertThat(map.rulers())
        .extracting(DiskMap.Ruler::role)
        .containsExactly("System drive", "Other drive");
    for (DiskMap.Ruler ruler : map.rulers()) {
      assertThat(ruler.line() + 60).isLessThanOrEqualTo(map.height());
      assertThat(ruler.ticks().size()).isLessThan(60);
      for (List<DiskMap.Span> spans : List.of(ruler.now(), ruler.planned())) {
        for (DiskMap.Span span : spans) {
          assertThat(span.from()).isBetween(95.0, 782.0);
          assertThat(span.to()).isBetween(span.from(), 784.0);
          for (DiskMap.Span beside : spans) {
            assertThat(span == beside || span.level() != beside.level() || apart(span, beside))
                .as("%s beside %s", span, beside)
                .isTrue();
          }
        }
      }
    }
    DiskMap.Span data = map.rulers().get(0).now().get(0);
    double share = (data.to() - data.from()) / DiskMap.WIDTH;
    assertThat(share).isBetween(0.94, 1.0);
  }

  private static boolean apart(DiskMap.Span a, DiskMap.Span b) {
    return right(a) <= left(b) || right(b) <= left(a);
  }

  private static double wide(DiskMap.Span span) {
    return (span.words().length() + span.size().length() + 1) * 7.1;
  }

  private static double left(DiskMap.Span span) {
    return switch (span.anchor()) {
      case "start" -> span.text();
      case "end" -> span.text() - wide(span);
      default -> span.text() - wide(span) / 2;
    };
  }

  private static double right(DiskMap.Span span) {
    return left(span) + wide(span);
  }

  /** A full table of four partitions, three of them small and side by side. */
  @Test
  void bothEndsLieUnderALensWhereTheirRoomDecides() {
    facts.put("disk.0.gb", "500");
    facts.put(
        "disk.0.layout",
        DriveFacts.layout(0)
            .print(
                new DiskLayout(
                    Scheme.MBR,
                    512,
                    OptionalLong.of(976_773_168),
                    List.of(
                        new Part(Role.PRIMARY, Use.DATA, 63, 204_800, true, ""),
                        new Part(Role.PRIMARY, Use.DATA, 206_848, 900_000_000, false, ""),
                        new Part(Role.PRIMARY, Use.RECOVERY, 976_000_000, 773_150, false, "")),
                    true,
                    Backup.NONE)));
    DiskMap.Ruler ruler = DiskMap.of(desk().drives(), desk().target()).rulers().get(0);
    assertThat(ruler.lenses())
        .extracting(DiskMap.Lens::sectors, DiskMap.Lens::enough)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("63", true),
            org.assertj.core.groups.Tuple.tuple("18", false));
    assertThat(ruler.planned()).extracting(DiskMap.Span::words).contains("new start partition");
    assertThat(ruler.spoken()).contains("System drive", "recovery");
  }
}
