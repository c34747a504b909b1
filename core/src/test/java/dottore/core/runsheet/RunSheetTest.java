package dottore.core.runsheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.runsheet.RunSheet.Mark;
import dottore.core.units.Minutes;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RunSheetTest {
  private static final Loan LID = new Loan("the lid", "Where does it lie?", "tray 1", Set.of());

  private static SheetStep.Making step(String id, String... after) {
    return SheetStep.of(id, "Do " + id, "").after(after);
  }

  private final RunSheet sheet =
      new RunSheet(
          "test",
          "A sheet",
          List.of(
              step("open").taking(2, 0).borrowing(LID).needed().done(),
              step("left", "open").taking(3, 10).done(),
              step("right", "open").done(),
              step("close", "left", "right").returning(LID).done()));

  private static List<String> ids(List<SheetStep> steps) {
    return steps.stream().map(SheetStep::id).toList();
  }

  @Test
  void stepsWithoutOrderBetweenThemMayBeDoneEitherWay() {
    assertThat(ids(sheet.ready(Map.of()))).containsExactly("open");
    assertThat(ids(sheet.ready(Map.of("open", Mark.DONE)))).containsExactly("left", "right");
    assertThat(ids(sheet.waitsFor("close", Map.of("open", Mark.DONE, "right", Mark.DONE))))
        .containsExactly("left");
  }

  @Test
  void aSkippedStepOpensTheWayToo() {
    Map<String, Mark> marks = Map.of("open", Mark.DONE, "left", Mark.SKIPPED, "right", Mark.DONE);
    assertThat(ids(sheet.ready(marks))).containsExactly("close");
    assertThat(sheet.finished(marks)).isFalse();
  }

  @Test
  void whatOthersWereBuiltOnIsKnown() {
    Map<String, Mark> marks = Map.of("open", Mark.DONE, "left", Mark.DONE);
    assertThat(ids(sheet.builtOn("open", marks))).containsExactly("left");
    assertThat(sheet.builtOn("left", marks)).isEmpty();
  }

  @Test
  void minutesThatAreLeftAreAttendedOrNot() {
    assertThat(sheet.handsLeft(Map.of())).isEqualTo(Minutes.of(7));
    assertThat(sheet.waitingLeft(Map.of())).isEqualTo(Minutes.of(10));
    assertThat(sheet.waitingLeft(Map.of("left", Mark.DONE))).isEqualTo(Minutes.NONE);
  }

  @Test
  void aLineFollowsItselfUnlessAStepSaysOtherwise() {
    RunSheet line =
        RunSheet.inLine(
            "test",
            "",
            List.of(
                SheetStep.of("a", "", ""),
                SheetStep.of("b", "", ""),
                SheetStep.of("c", "", "").after("a"),
                SheetStep.of("d", "", "")));
    assertThat(line.step("b").orElseThrow().after()).containsExactly("a");
    assertThat(line.step("c").orElseThrow().after()).containsExactly("a");
    assertThat(line.step("d").orElseThrow().after()).containsExactly("c");
  }

  @Test
  void unsoundSheetsAreNotMade() {
    SheetStep a = step("a").done();
    SheetStep b = step("b", "a").done();
    assertThatThrownBy(() -> new RunSheet("", "", List.of(b, a)))
        .hasMessageContaining("not above it");
    assertThatThrownBy(() -> new RunSheet("", "", List.of(a, a))).hasMessageContaining("twice");
    assertThatThrownBy(() -> new RunSheet("", "", List.of(step("x").returning(LID).done())))
        .hasMessageContaining("nobody borrowed");
    assertThatThrownBy(() -> sheet.waitsFor("nothing", Map.of()))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void whatIsGuardedIsNotCalledOverTooSoonNorByAnybody() {
    Guard guard = new Guard("x", Minutes.of(5), Minutes.of(9), List.of(), "");
    assertThat(guard.holds(Minutes.of(2), true, true, ""))
        .hasValueSatisfying(why -> assertThat(why).contains("5 min"));
    assertThat(guard.holds(Minutes.of(2), true, false, "it chimed")).isEmpty();
    assertThat(guard.holds(Minutes.of(5), true, false, "")).isEmpty();
    assertThat(guard.holds(Minutes.of(2), false, true, "it chimed")).isEmpty();
    assertThat(guard.holds(Minutes.of(30), false, false, "it chimed")).isPresent();
  }

  @Test
  void aGuardThatWorriesBeforeItsEndIsNotMade() {
    assertThatThrownBy(() -> new Guard("x", Minutes.of(5), Minutes.of(5), List.of(), ""))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
