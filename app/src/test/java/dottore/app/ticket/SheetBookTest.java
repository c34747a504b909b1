package dottore.app.ticket;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.TestShop;
import dottore.app.shop.NotThere;
import dottore.app.ticket.SheetBook.Said;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.Verdict;
import dottore.core.firmware.Training;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Asked;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.RunSheet.Mark;
import dottore.core.runsheet.SheetStep;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** Run sheets and what they borrow, against a real database. */
@ExtendWith(TestShop.Empty.class)
class SheetBookTest {
  @Autowired TicketBook book;
  @Autowired TicketSide side;
  @Autowired Counter counter;
  @Autowired SheetBook sheets;
  @Autowired JdbcTemplate sql;

  private static final Loan JUMPER =
      new Loan("the jumper", "Which pins?", "pins 1-2", Set.of(Touched.SETTINGS));

  private static final RunSheet SHEET =
      RunSheet.inLine(
          "test",
          "A sheet",
          List.of(
              SheetStep.of("take", "Take the jumper", "").borrowing(JUMPER).needed(),
              SheetStep.of("train", "Let it train", "").guarding(Training.GUARD),
              SheetStep.of("cook", "Let it cook", "").taking(1, 30),
              SheetStep.of("back", "Jumper back", "").returning(JUMPER)));

  private String received() {
    return counter.receive(
        new Arrival(
            "Hester Vane",
            "",
            "",
            "Fenrow",
            "Tern 5",
            "",
            MachineKind.TOWER,
            "asks for a password",
            Optional.of(Stage.LOCKED),
            Set.of(Context.OLD),
            Set.of(),
            "",
            "yes",
            false,
            true,
            Optional.empty(),
            Optional.empty(),
            Optional.empty()),
        "runa");
  }

  private OpenSheet open(String claim, String id) {
    return sheets.open(book.open(claim), id);
  }

  private void tick(String claim, String id, String step) {
    sheets.tick(claim, id, step, new Said("pins 2-3", "service pins", ""), "ivo");
  }

  @Test
  void aSheetComesBackAsItWasMade() {
    String claim = received();
    String id = sheets.begin(claim, SHEET, Map.of("way", "here"), "runa");
    OpenSheet sheet = open(claim, id);
    assertThat(sheet.sheet()).isEqualTo(SHEET);
    assertThat(sheet.about()).containsEntry("way", "here");
    assertThat(sheet.open()).isTrue();
    assertThatThrownBy(() -> open(received(), id)).isInstanceOf(NotThere.class);
  }

  @Test
  void everyTickIsALineAndMovesWhatIsOwed() {
    String claim = received();
    String id = sheets.begin(claim, SHEET, Map.of(), "runa");
    tick(claim, id, "take");
    Owed owed = book.open(claim).owed().get(0);
    assertThat(owed.before()).isEqualTo("pins 2-3");
    assertThat(owed.place()).isEqualTo("service pins");
    assertThat(owed.takenBy()).isEqualTo("ivo");
    assertThat(owed.touches()).containsExactly(Touched.SETTINGS);
    tick(claim, id, "train");
    assertThat(book.open(claim).guarded()).isPresent();
    assertThat(side.guarded()).extracting(Guarded::claim).contains(claim);
    side.stopClock(claim, book.open(claim).guarded().orElseThrow().id(), "ivo");
    assertThat(side.guarded()).extracting(Guarded::claim).doesNotContain(claim);
    tick(claim, id, "cook");
    assertThat(book.open(claim).runningClocks())
        .extracting(RunningTime::label)
        .contains("Let it cook");
    tick(claim, id, "back");
    assertThat(book.open(claim).owed()).isEmpty();
    assertThat(open(claim, id).finished()).isTrue();
    assertThat(book.open(claim).log())
        .extracting(Line::kind)
        .filteredOn(Line.Kind.TICK::equals)
        .hasSize(4);
  }

  @Test
  void nothingIsTickedBeforeItsTurnOrSkippedIfItMustBeDone() {
    String claim = received();
    String id = sheets.begin(claim, SHEET, Map.of(), "runa");
    int before = book.open(claim).lastSeq();
    assertThatThrownBy(() -> tick(claim, id, "train"))
        .isInstanceOf(SheetBook.Refused.class)
        .hasMessage("First: Take the jumper.");
    assertThatThrownBy(() -> sheets.skip(claim, id, "take", "no time", "ivo"))
        .hasMessageContaining("cannot be skipped");
    tick(claim, id, "take");
    assertThatThrownBy(() -> sheets.skip(claim, id, "train", " ", "ivo"))
        .hasMessageContaining("with a reason");
    sheets.skip(claim, id, "train", "nothing to train", "ivo");
    assertThat(open(claim, id).marks()).containsEntry("train", Mark.SKIPPED);
    assertThat(book.open(claim).lastSeq()).isEqualTo(before + 2);
    assertThatThrownBy(() -> tick(claim, id, "no-such-step")).isInstanceOf(NotThere.class);
  }

  @Test
  void aTickIsTakenBackWithItsLoanAndItsClock() {
    String claim = received();
    String id = sheets.begin(claim, SHEET, Map.of(), "runa");
    tick(claim, id, "take");
    tick(claim, id, "train");
    assertThatThrownBy(() -> sheets.reopen(claim, id, "take", "ivo"))
        .hasMessage("Open again first: Let it train.");
    sheets.reopen(claim, id, "train", "ivo");
    assertThat(book.open(claim).guarded()).isEmpty();
    sheets.reopen(claim, id, "take", "ivo");
    assertThat(book.open(claim).owed()).isEmpty();
    assertThat(open(claim, id).marks()).isEmpty();
  }

  @Test
  void whatWasGivenBackByMistakeIsOwedAgain() {
    String claim = received();
    String id = sheets.begin(claim, SHEET, Map.of(), "runa");
    List.of("take", "train", "cook", "back").forEach(step -> tick(claim, id, step));
    sheets.reopen(claim, id, "back", "ivo");
    assertThat(book.open(claim).owed()).extracting(Owed::what).containsExactly("the jumper");
  }

  @Test
  void twoWhoTickTheSameStepAtOnceBorrowOnce() throws Exception {
    String claim = received();
    String id = sheets.begin(claim, SHEET, Map.of(), "runa");
    ExecutorService hands = Executors.newFixedThreadPool(4);
    List<Callable<Void>> both = new ArrayList<>();
    for (String who : List.of("ivo", "runa", "pia", "orsolya")) {
      both.add(
          () -> {
            sheets.tick(claim, id, "take", new Said("pins 1-2", "", ""), who);
            return null;
          });
    }
    for (Future<Void> done : hands.invokeAll(both)) {
      done.get();
    }
    hands.shutdown();
    assertThat(book.open(claim).owed()).hasSize(1);
    assertThat(open(claim, id).lines()).hasSize(1);
  }

  @Test
  void twoWhoBeginTheSameWorkAtOnceBeginItOnce() throws Exception {
    String claim = received();
    ExecutorService hands = Executors.newFixedThreadPool(3);
    List<Callable<Boolean>> all = new ArrayList<>();
    for (String who : List.of("ivo", "runa", "pia")) {
      all.add(
          () -> {
            try {
              sheets.begin(claim, SHEET, Map.of(), who);
              return true;
            } catch (SheetBook.Refused refused) {
              return false;
            }
          });
    }
    int begun = 0;
    for (Future<Boolean> done : hands.invokeAll(all)) {
      begun += done.get() ? 1 : 0;
    }
    hands.shutdown();
    assertThat(begun).isEqualTo(1);
    assertThat(sheets.of(book.open(claim))).hasSize(1);
  }

  @Test
  void asideAndConcludedSheetsTakeNothingMore() {
    String claim = received();
    String aside = sheets.begin(claim, SHEET, Map.of(), "runa");
    sheets.setAside(claim, aside, "wrong board", "runa");
    assertThatThrownBy(() -> tick(claim, aside, "take")).hasMessageContaining("set aside");
    String over = sheets.begin(claim, SHEET, Map.of(), "runa");
    sheets.conclude(claim, over, "works now", "runa");
    assertThat(sheets.of(book.open(claim))).noneMatch(OpenSheet::open);
  }

  @Test
  void whatGoesBackMakesTheProofOldUnlessItTouchesNothing() {
    String claim = received();
    String id = sheets.begin(claim, SHEET, Map.of(), "runa");
    tick(claim, id, "take");
    side.borrow(claim, "the stool", "", "", "ivo");
    var casebook = book.casebook();
    record(
        claim,
        NewLine.tried(casebook.repair("clear-password-by-owner").orElseThrow(), Event.Result.WORKS)
            .with("sheet", id));
    record(claim, NewLine.reading(casebook.check("how-far").orElseThrow(), "works"));
    record(claim, NewLine.reading(casebook.check("locked-message").orElseThrow(), "neither"));
    assertThat(confirmed(claim)).isTrue();
    side.putBack(claim, owed(claim, "the stool"), "ivo");
    assertThat(confirmed(claim)).isTrue();
    side.putBack(claim, owed(claim, "the jumper"), "ivo");
    assertThat(confirmed(claim)).isFalse();
    record(claim, NewLine.reading(casebook.check("how-far").orElseThrow(), "works"));
    assertThat(confirmed(claim)).isTrue();
  }

  private void record(String claim, NewLine line) {
    book.record(claim, book.open(claim).lastSeq(), List.of(line), "runa");
  }

  private boolean confirmed(String claim) {
    return book.assess(book.open(claim)).verdict() instanceof Verdict.Works works
        && works.confirmed();
  }

  private long owed(String claim, String what) {
    return book.open(claim).owed().stream()
        .filter(o -> o.what().equals(what))
        .findFirst()
        .orElseThrow()
        .id();
  }

  @Test
  void aSheetFromBeforeStepsCouldAskIsStillWorkedOn() {
    String claim = received();
    String id = sheets.begin(claim, SHEET, Map.of(), "runa");
    sql.update(
        "update run_sheet set sheet = jsonb_set(sheet, '{steps}', (select jsonb_agg(s - 'asked')"
            + " from jsonb_array_elements(sheet -> 'steps') s)) where id = ?",
        id);
    assertThat(open(claim, id).sheet()).isEqualTo(SHEET);
    tick(claim, id, "take");
    assertThat(open(claim, id).marks()).hasSize(1);
  }

  @Test
  void aStepThatAsksCountsOnlyWithTheRightAnswer() {
    RunSheet asking =
        RunSheet.inLine(
            "asking",
            "Write to one disk",
            List.of(
                SheetStep.of("find", "Find it", "")
                    .needed()
                    .asking(new Asked("Last four of its serial", "7F3Q")),
                SheetStep.of("write", "Write", "").needed()));
    String claim = received();
    String id = sheets.begin(claim, asking, Map.of(), "runa");
    assertThatThrownBy(() -> sheets.tick(claim, id, "find", Said.NOTHING, "runa"))
        .isInstanceOf(SheetBook.Refused.class)
        .hasMessage("First read it: Last four of its serial.");
    assertThatThrownBy(() -> sheets.tick(claim, id, "find", new Said("", "", "9B2L"), "runa"))
        .hasMessageContaining("Stop: it must be 7F3Q, and 9B2L was read");
    assertThatThrownBy(() -> sheets.tick(claim, id, "write", Said.NOTHING, "runa"))
        .hasMessageContaining("First: Find it");
    sheets.tick(claim, id, "find", new Said("", "", " 7f3q "), "runa");
    sheets.tick(claim, id, "write", Said.NOTHING, "runa");
    assertThat(sheets.open(book.open(claim), id).finished()).isTrue();
  }
}
