package dottore.app.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.InEmptyShop;
import dottore.app.record.SheetWriting.Said;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.core.casebook.Casebook;
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
import dottore.core.ticket.Backup;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Log;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Owed;
import dottore.core.ticket.Person;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** Run sheets and what they borrow, against a real database. */
@InEmptyShop
class RunSheetsTest {
  @Autowired Record record;
  @Autowired Counter counter;
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
            new Person("Hester Vane", "", ""),
            "Fenrow",
            "Tern 5",
            "",
            MachineKind.TOWER,
            "asks for a password",
            Optional.of(Stage.LOCKED),
            Set.of(Context.OLD),
            Set.of(),
            "",
            Backup.YES,
            false,
            true,
            Optional.empty(),
            Optional.empty(),
            Optional.empty()),
        "runa");
  }

  private SheetWork open(String claim, String id) {
    return record.open(claim).sheet(id).orElseThrow();
  }

  private String begin(String claim, RunSheet sheet, String who) {
    return record.write(claim, who, w -> w.sheets().begin(Start.go(sheet, Map.of("way", "here"))));
  }

  private void sheets(String claim, Consumer<SheetWriting> work) {
    record.change(claim, "ivo", w -> work.accept(w.sheets()));
  }

  private void tick(String claim, String id, String step) {
    sheets(claim, s -> s.tick(id, step, new Said("pins 2-3", "service pins", "")));
  }

  @Test
  void aSheetComesBackAsItWasMade() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    SheetWork sheet = open(claim, id);
    assertThat(sheet.sheet()).isEqualTo(SHEET);
    assertThat(sheet.about()).containsEntry("way", "here");
    assertThat(sheet.open()).isTrue();
    assertThat(record.open(received()).sheet(id)).isEmpty();
  }

  @Test
  void everyTickIsALineAndMovesWhatIsOwed() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    tick(claim, id, "take");
    Owed owed = record.open(claim).owed().get(0);
    assertThat(owed.before()).isEqualTo("pins 2-3");
    assertThat(owed.place()).isEqualTo("service pins");
    assertThat(owed.takenBy()).isEqualTo("ivo");
    assertThat(owed.touches()).containsExactly(Touched.SETTINGS);
    tick(claim, id, "train");
    assertThat(record.open(claim).guarded()).isPresent();
    assertThat(record.guarded()).extracting(Guarded::claim).contains(claim);
    judge(claim);
    assertThat(record.guarded()).extracting(Guarded::claim).doesNotContain(claim);
    tick(claim, id, "cook");
    assertThat(record.open(claim).runningClocks())
        .extracting(RunningTime::label)
        .contains("Let it cook");
    tick(claim, id, "back");
    assertThat(record.open(claim).owed()).isEmpty();
    assertThat(open(claim, id).finished()).isTrue();
    assertThat(record.open(claim).log().of(Entry.Ticked.class)).hasSize(4);
  }

  @Test
  void nothingIsTickedBeforeItsTurnOrSkippedIfItMustBeDone() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    int before = record.open(claim).log().last();
    assertThatThrownBy(() -> tick(claim, id, "train"))
        .isInstanceOf(Refused.class)
        .hasMessage("First: Take the jumper.");
    assertThatThrownBy(() -> sheets(claim, s -> s.skip(id, "take", "no time")))
        .hasMessageContaining("cannot be skipped");
    tick(claim, id, "take");
    assertThatThrownBy(() -> sheets(claim, s -> s.skip(id, "train", " ")))
        .hasMessageContaining("with a reason");
    sheets(claim, s -> s.skip(id, "train", "nothing to train"));
    assertThat(open(claim, id).marks()).containsEntry("train", Mark.SKIPPED);
    assertThat(record.open(claim).log().last()).isEqualTo(before + 2);
    assertThatThrownBy(() -> tick(claim, id, "no-such-step")).isInstanceOf(NotThere.class);
  }

  @Test
  void aTickIsTakenBackWithItsLoanAndItsClock() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    tick(claim, id, "take");
    tick(claim, id, "train");
    assertThatThrownBy(() -> sheets(claim, s -> s.reopen(id, "take")))
        .hasMessage("Open again first: Let it train.");
    sheets(claim, s -> s.reopen(id, "train"));
    assertThat(record.open(claim).guarded()).isEmpty();
    sheets(claim, s -> s.reopen(id, "take"));
    assertThat(record.open(claim).owed()).isEmpty();
    assertThat(open(claim, id).marks()).isEmpty();
  }

  @Test
  void whatWasGivenBackByMistakeIsOwedAgain() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    List.of("take", "train", "cook", "back").forEach(step -> tick(claim, id, step));
    sheets(claim, s -> s.reopen(id, "back"));
    assertThat(record.open(claim).owed()).extracting(Owed::what).containsExactly("the jumper");
  }

  @Test
  void twoWhoTickTheSameStepAtOnceBorrowOnce() throws Exception {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    ExecutorService hands = Executors.newFixedThreadPool(4);
    List<Callable<Void>> both = new ArrayList<>();
    for (String who : List.of("ivo", "runa", "pia", "orsolya")) {
      both.add(
          () -> {
            record.change(
                claim, who, w -> w.sheets().tick(id, "take", new Said("pins 1-2", "", "")));
            return null;
          });
    }
    for (Future<Void> done : hands.invokeAll(both)) {
      done.get();
    }
    hands.shutdown();
    assertThat(record.open(claim).owed()).hasSize(1);
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
              begin(claim, SHEET, who);
              return true;
            } catch (Refused refused) {
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
    assertThat(record.open(claim).sheets()).hasSize(1);
  }

  private void judge(String claim) {
    long clock = record.open(claim).guarded().orElseThrow().id();
    record.change(claim, "ivo", w -> w.stopClock(clock, true, "it restarted"));
  }

  private void end(String claim, String who, boolean decides, String why) {
    long clock = record.open(claim).guarded().orElseThrow().id();
    record.change(claim, who, w -> w.stopClock(clock, decides, why));
  }

  @Test
  void whatIsGuardedIsCalledOverByWhoStartedItOrATechnicianAndNotTooSoon() {
    String claim = received();
    record.change(claim, "ivo", w -> w.guard(Training.GUARD));
    assertThatThrownBy(() -> end(claim, "pia", false, "it looks so"))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("a technician");
    assertThatThrownBy(() -> end(claim, "ivo", false, " "))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("how you know");
    assertThat(record.open(claim).guarded()).isPresent();
    end(claim, "ivo", false, "it chimed");
    assertThat(record.open(claim).guarded()).isEmpty();
    assertThat(record.open(claim).log().lines().get(record.open(claim).log().last() - 1).text())
        .endsWith("Known by: it chimed");

    record.change(claim, "ivo", w -> w.guard(Training.GUARD));
    end(claim, "runa", true, "screen is there");
    assertThat(record.open(claim).guarded()).isEmpty();
  }

  @Test
  void aSheetThatWasSetAsideTakesNothingMore() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    sheets(claim, s -> s.setAside(id, "wrong board"));
    assertThatThrownBy(() -> tick(claim, id, "take")).hasMessageContaining("set aside");
    assertThat(record.open(claim).openSheets()).isEmpty();
  }

  /** A kind of sheet that is one repair. */
  private static final SheetKind KIND =
      new SheetKind() {
        @Override
        public String id() {
          return "test";
        }

        @Override
        public String page() {
          return "firmware/update";
        }

        @Override
        public List<String> repairs(SheetWork work) {
          return List.of("clear-password-by-owner");
        }
      };

  @Test
  void aSheetThatIsOverTakesNothingMore() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    List.of("take", "train").forEach(step -> tick(claim, id, step));
    judge(claim);
    List.of("cook", "back").forEach(step -> tick(claim, id, step));
    sheets(claim, s -> s.conclude(KIND, id, Event.Result.WORKS));
    Log over = record.open(claim).log();
    assertThat(over.of(Entry.Tried.class)).hasSize(1);
    assertThat(record.open(claim).openSheets()).isEmpty();
    for (Consumer<SheetWriting> late :
        List.<Consumer<SheetWriting>>of(
            s -> s.reopen(id, "back"),
            s -> s.tick(id, "back", Said.NOTHING),
            s -> s.skip(id, "back", "why"))) {
      assertThatThrownBy(() -> sheets(claim, late))
          .isInstanceOf(Refused.class)
          .hasMessageContaining("is over");
    }
    // Said once more it says nothing new.
    sheets(claim, s -> s.conclude(KIND, id, Event.Result.WORKS));
    assertThat(record.open(claim).log().last()).isEqualTo(over.last());
  }

  @Test
  void aSheetWithNothingDoneIsNotConcludedAndTeachesNothing() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    assertThatThrownBy(() -> sheets(claim, s -> s.conclude(KIND, id, Event.Result.WORKS)))
        .isInstanceOf(Refused.class)
        .hasMessage("Steps are left on it. First: Take the jumper.");
    RunSheet loose =
        new RunSheet("test", "Loose", List.of(SheetStep.of("look", "Look", "").done()));
    sheets(claim, s -> s.setAside(id, "another way"));
    String skipped = begin(claim, loose, "runa");
    sheets(claim, s -> s.skip(skipped, "look", "no time"));
    assertThatThrownBy(() -> sheets(claim, s -> s.conclude(KIND, skipped, Event.Result.WORKS)))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("Nothing of it was done");
    assertThat(record.open(claim).log().of(Entry.Tried.class)).isEmpty();
  }

  @Test
  void twoSheetsOfDifferentKindsDoNotBeginAtOnce() throws Exception {
    String claim = received();
    RunSheet other = new RunSheet("other", "Another", SHEET.steps());
    ExecutorService hands = Executors.newFixedThreadPool(2);
    List<Callable<Boolean>> both = new ArrayList<>();
    for (RunSheet sheet : List.of(SHEET, other)) {
      both.add(
          () -> {
            try {
              begin(claim, sheet, "runa");
              return true;
            } catch (Refused refused) {
              return false;
            }
          });
    }
    int begun = 0;
    for (Future<Boolean> done : hands.invokeAll(both)) {
      begun += done.get() ? 1 : 0;
    }
    hands.shutdown();
    assertThat(begun).isEqualTo(1);
    assertThatThrownBy(() -> begin(claim, other, "ivo"))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("Another run sheet is open");
  }

  @Test
  void pastItsTimeToWorryNothingGoesOnBeforeItWasJudged() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    tick(claim, id, "take");
    Instant long_ago = Instant.now().minus(Duration.ofMinutes(40));
    record.change(claim, "ivo", long_ago, w -> w.sheets().tick(id, "train", Said.NOTHING));
    assertThat(record.open(claim).guarded().orElseThrow().worries(Instant.now())).isTrue();
    assertThatThrownBy(() -> tick(claim, id, "cook"))
        .isInstanceOf(Refused.class)
        .hasMessageContaining("Judge it first");
    judge(claim);
    tick(claim, id, "cook");
    assertThat(open(claim, id).marks()).hasSize(3);
  }

  /** Two steps of one wording: each has its own clock and its own loan. */
  @Test
  void clocksAndLoansAreFoundByTheirStepAndNotByTheirWords() {
    RunSheet twins =
        new RunSheet(
            "test",
            "Twins",
            List.of(
                SheetStep.of("first", "Wait", "").taking(1, 30).borrowing(JUMPER).done(),
                SheetStep.of("second", "Wait", "").taking(1, 30).borrowing(JUMPER).done(),
                SheetStep.of("end", "End of the second", "").after("second").done()));
    String claim = received();
    String id = begin(claim, twins, "runa");
    tick(claim, id, "first");
    tick(claim, id, "second");
    tick(claim, id, "end");
    assertThat(record.open(claim).runningClocks()).hasSize(1);
    assertThat(
            record
                .open(claim)
                .runningClocks()
                .get(0)
                .causedBy(open(claim, id).lines().get("first")))
        .isTrue();
    sheets(claim, s -> s.reopen(id, "first"));
    assertThat(record.open(claim).runningClocks()).isEmpty();
    assertThat(record.open(claim).owed()).hasSize(1);
  }

  @Test
  void whatGoesBackMakesTheProofOldUnlessItTouchesNothing() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
    tick(claim, id, "take");
    record.change(claim, "ivo", w -> w.borrow(new Loan("the stool", "", "", Set.of()), "", ""));
    Casebook casebook = record.casebook();
    record(
        claim,
        NewLine.tried(casebook.repair("clear-password-by-owner").orElseThrow(), Event.Result.WORKS)
            .ofSheet(id));
    record(claim, NewLine.reading(casebook.check("how-far").orElseThrow(), "works"));
    record(claim, NewLine.reading(casebook.check("locked-message").orElseThrow(), "neither"));
    assertThat(confirmed(claim)).isTrue();
    putBack(claim, "the stool");
    assertThat(confirmed(claim)).isTrue();
    putBack(claim, "the jumper");
    assertThat(confirmed(claim)).isFalse();
    record(claim, NewLine.reading(casebook.check("how-far").orElseThrow(), "works"));
    assertThat(confirmed(claim)).isTrue();
  }

  private void record(String claim, NewLine line) {
    record.change(claim, "runa", w -> w.record(w.log().last(), List.of(line)));
  }

  private boolean confirmed(String claim) {
    return record.assess(record.open(claim)).verdict() instanceof Verdict.Works works
        && works.confirmed();
  }

  private void putBack(String claim, String what) {
    record.change(
        claim,
        "ivo",
        w ->
            w.file().owed().stream()
                .filter(o -> o.what().equals(what))
                .forEach(o -> w.putBack(o.id())));
  }

  @Test
  void aSheetFromBeforeStepsCouldAskIsStillWorkedOn() {
    String claim = received();
    String id = begin(claim, SHEET, "runa");
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
    String id = begin(claim, asking, "runa");
    assertThatThrownBy(() -> sheets(claim, s -> s.tick(id, "find", Said.NOTHING)))
        .isInstanceOf(Refused.class)
        .hasMessage("First read it: Last four of its serial.");
    assertThatThrownBy(() -> sheets(claim, s -> s.tick(id, "find", new Said("", "", "9B2L"))))
        .hasMessageContaining("Stop: it must be 7F3Q, and 9B2L was read");
    assertThatThrownBy(() -> sheets(claim, s -> s.tick(id, "write", Said.NOTHING)))
        .hasMessageContaining("First: Find it");
    sheets(claim, s -> s.tick(id, "find", new Said("", "", " 7f3q ")));
    sheets(claim, s -> s.tick(id, "write", Said.NOTHING));
    assertThat(open(claim, id).finished()).isTrue();
  }
}
