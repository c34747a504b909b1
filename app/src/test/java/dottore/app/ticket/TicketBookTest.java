package dottore.app.ticket;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.TestShop;
import dottore.app.shop.NotThere;
import dottore.app.shop.TooLate;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.Verdict;
import dottore.core.machine.MachineKind;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.orm.ObjectOptimisticLockingFailureException;

/** The record against a real database. */
@ExtendWith(TestShop.Empty.class)
class TicketBookTest {
  @Autowired TicketBook book;
  @Autowired TicketSide side;
  @Autowired Counter counter;
  @Autowired TicketSearch search;
  @Autowired JdbcTemplate sql;

  private final Casebook casebook = Casebook.shipped();

  private Arrival arrival(String customer, String serial) {
    return new Arrival(
        customer,
        "555-01",
        "",
        "Fenrow",
        "Tern 5",
        serial,
        MachineKind.TOWER,
        "black screen after new memory",
        Optional.of(Stage.DARK),
        Set.of(Context.MEMORY_CHANGED),
        Set.of(),
        "cord",
        "yes",
        false,
        true,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private String received() {
    return counter.receive(arrival("Mirel Oduya", ""), "runa");
  }

  private NewLine reading(String check, String outcome) {
    return NewLine.reading(casebook.check(check).orElseThrow(), outcome);
  }

  private NewLine tried(String repair, Event.Result result) {
    return NewLine.tried(casebook.repair(repair).orElseThrow(), result);
  }

  private void record(String claim, NewLine... lines) {
    book.record(claim, book.open(claim).lastSeq(), List.of(lines), "runa");
  }

  @Test
  void writesTheLogByItself() {
    String claim = received();
    TicketFile file = book.open(claim);
    assertThat(file.log()).extracting(Line::seq).containsExactly(1, 2);
    assertThat(file.log().get(1).text())
        .isEqualTo("Customer says: Runs, no light stuck, nothing on screen");
    assertThat(ClaimNumber.read(claim)).isPresent();
  }

  @Test
  void findsCustomerAndMachineAgain() {
    String first = counter.receive(arrival("Edda Sorensby", "CS2-AGAIN"), "runa");
    String second = counter.receive(arrival("edda sorensby", "cs2-again"), "runa");
    assertThat(book.open(second).customer().id()).isEqualTo(book.open(first).customer().id());
    assertThat(book.open(second).machine().id()).isEqualTo(book.open(first).machine().id());
    assertThat(book.earlier(book.open(second)))
        .extracting(TicketFile::claim)
        .containsExactly(first);
    assertThat(counter.customersLike("edda")).hasSize(1);
    assertThat(counter.machinesLike("CS2-AG")).hasSize(1);
  }

  @Test
  void theLogCanNotBeChangedEvenByHand() {
    received();
    assertThatThrownBy(() -> sql.update("update log_entry set text = 'nothing happened'"))
        .isInstanceOf(DataAccessException.class)
        .hasMessageContaining("only grows");
    assertThatThrownBy(() -> sql.update("delete from log_entry"))
        .isInstanceOf(DataAccessException.class);
  }

  @Test
  void aStepPutsWhatItBorrowsOnTheListOnce() {
    String claim = received();
    record(claim, reading("single-module-start", "same"));
    record(claim, reading("single-module-start", "same"));
    assertThat(book.open(claim).owed())
        .extracting(Owed::what)
        .containsExactly("the other memory modules");
    side.putBack(claim, book.open(claim).owed().get(0).id(), "runa");
    assertThat(book.open(claim).owed()).isEmpty();
  }

  @Test
  void undoTakesTheAnswerAndWhatItBorrowedBack() {
    String claim = received();
    record(claim, reading("how-far", "memory"));
    record(claim, reading("single-module-start", "same"));
    book.undo(claim, "runa");
    TicketFile file = book.open(claim);
    assertThat(file.owed()).isEmpty();
    assertThat(file.answers())
        .extracting(line -> line.get("check"))
        .containsExactly("how-far", "how-far");
    assertThat(file.log().get(file.log().size() - 1).kind()).isEqualTo(Line.Kind.TAKEN_BACK);
    book.undo(claim, "runa");
    book.undo(claim, "runa");
    assertThat(book.open(claim).answers()).as("what the customer said stays").hasSize(1);
  }

  @Test
  void answersRecordedTogetherAreUndoneTogether() {
    String claim = received();
    record(
        claim,
        reading("fans-and-lights", "run").with("together", "a"),
        reading("board-light", "memory").with("together", "a"));
    book.undo(claim, "runa");
    assertThat(book.open(claim).answers()).hasSize(1);
  }

  @Test
  void aCorrectionStandsWhereTheAnswerStood() {
    String claim = received();
    record(claim, reading("board-light", "memory"));
    record(claim, reading("fans-and-lights", "run"));
    int wrong = book.open(claim).answers().get(1).seq();
    book.correct(claim, wrong, "graphics", "runa");
    assertThat(book.open(claim).answers())
        .extracting(line -> line.get("outcome"))
        .containsExactly("dark", "graphics", "run");
    assertThatThrownBy(() -> book.correct(claim, wrong, "boot", "runa"))
        .isInstanceOf(NotThere.class);
    assertThatThrownBy(() -> book.correct(claim, book.open(claim).lastSeq(), "moon", "runa"))
        .isInstanceOf(NotThere.class);
  }

  @Test
  void theSameAnswerSentTwiceIsWrittenOnce() {
    String claim = received();
    int seen = book.open(claim).lastSeq();
    book.record(claim, seen, List.of(reading("board-light", "memory")), "runa");
    book.record(claim, seen, List.of(reading("board-light", "memory")), "runa");
    assertThat(book.open(claim).answers()).hasSize(2);
  }

  @Test
  void twoDifferentAnswersAreShownToTheSecondAndNothingIsWritten() {
    String claim = received();
    int seen = book.open(claim).lastSeq();
    book.record(claim, seen, List.of(reading("board-light", "memory")), "runa");
    assertThatThrownBy(
            () -> book.record(claim, seen, List.of(reading("board-light", "boot")), "ivo"))
        .isInstanceOf(Clash.class)
        .hasMessageContaining("runa recorded meanwhile");
    assertThat(book.open(claim).answers()).hasSize(2);
  }

  @Test
  void manyHandsWriteOneLogWithoutGaps() throws Exception {
    String claim = received();
    ExecutorService pool = Executors.newFixedThreadPool(6);
    CountDownLatch go = new CountDownLatch(1);
    List<Future<?>> all =
        IntStream.range(0, 30)
            .<Future<?>>mapToObj(
                i ->
                    pool.submit(
                        () -> {
                          go.await();
                          book.log(claim, "hand" + i, NewLine.note("line " + i));
                          return null;
                        }))
            .toList();
    go.countDown();
    for (Future<?> one : all) {
      one.get();
    }
    pool.shutdown();
    assertThat(book.open(claim).log())
        .extracting(Line::seq)
        .isEqualTo(IntStream.rangeClosed(1, 32).boxed().toList());
  }

  @Test
  void arrivalCanOnlyBeChangedFromItsNewestVersion() {
    String claim = received();
    int version = book.open(claim).version();
    counter.change(claim, version, arrival("Mirel Oduya-Lind", ""), "runa");
    assertThat(book.open(claim).customer().name()).isEqualTo("Mirel Oduya-Lind");
    assertThatThrownBy(() -> counter.change(claim, version, arrival("Somebody", ""), "ivo"))
        .isInstanceOf(ObjectOptimisticLockingFailureException.class);
  }

  @Test
  void clocksLiveOnTheServer() {
    String claim = received();
    side.startClock(claim, "Training", Duration.ofMinutes(10), "runa");
    RunningTime clock = book.open(claim).runningClocks().get(0);
    assertThat(clock.left(clock.startedAt())).isEqualTo(Duration.ofMinutes(10));
    side.toggleHands(claim, "runa");
    assertThat(book.open(claim).handsClock()).isPresent();
    side.toggleHands(claim, "runa");
    assertThat(book.open(claim).handsClock()).isEmpty();
    side.stopClock(claim, clock.id(), "runa");
    assertThat(book.open(claim).runningClocks()).isEmpty();
  }

  @Test
  void aClockOfAnotherTicketIsLeftAlone() {
    String mine = received();
    String other = received();
    side.startClock(other, "Training", Duration.ofMinutes(10), "runa");
    side.stopClock(mine, book.open(other).runningClocks().get(0).id(), "ivo");
    assertThat(book.open(other).runningClocks()).hasSize(1);
  }

  @Test
  void leadsToAConfirmedCauseThatIsFoundAgain() {
    String claim = received();
    record(claim, reading("how-far", "memory"));
    record(claim, tried("reseat-memory", Event.Result.WORKS));
    record(claim, reading("how-far", "works"));
    Verdict verdict = book.assess(book.open(claim)).verdict();
    assertThat(verdict).isInstanceOf(Verdict.Works.class);
    assertThat(((Verdict.Works) verdict).confirmed()).isTrue();
    book.close(
        claim, List.of("memory-unseated"), Map.of(), false, "Handed back", "runa", Instant.now());
    assertThat(book.inTheShop()).extracting(TicketFile::claim).doesNotContain(claim);
    assertThat(search.find("seated " + claim, "HANDED_BACK", "tower", 0).getContent())
        .extracting(TicketFile::claim)
        .containsExactly(claim);
    assertThat(search.find(claim, "OPEN", "", 0)).isEmpty();
  }

  @Test
  void aClosedTicketTakesNoMoreAnswersButALateWord() {
    String claim = received();
    record(claim, reading("single-module-start", "same"));
    close(claim);
    int last = book.open(claim).lastSeq();
    for (Runnable late :
        List.<Runnable>of(
            () -> record(claim, reading("board-light", "memory")),
            () -> book.undo(claim, "ivo"),
            () -> book.correct(claim, 2, "dead", "ivo"),
            () -> close(claim),
            () -> side.toggleHands(claim, "ivo"),
            () -> side.borrow(claim, "screw", "", "", "ivo"),
            () -> side.waitFor(claim, "customer", "why", "ivo"),
            () -> counter.change(claim, book.open(claim).version(), arrival("X", ""), "ivo"))) {
      assertThatThrownBy(late::run).isInstanceOf(TooLate.class).hasMessageContaining("closed");
    }
    assertThat(book.open(claim).lastSeq()).isEqualTo(last);
    book.log(claim, "ivo", NewLine.note("customer called, all is well"));
    side.putBack(claim, book.open(claim).owed().get(0).id(), "ivo");
    assertThat(book.open(claim).owed()).isEmpty();
  }

  private void close(String claim) {
    book.close(claim, List.of(), Map.of(), false, "Handed back", "runa", Instant.now());
  }

  @Test
  void searchPagesThroughWhatItFinds() {
    for (int i = 0; i < TicketSearch.PAGE + 2; i++) {
      counter.receive(arrival("Pagewise Quennell", ""), "runa");
    }
    assertThat(search.find("pagew", "", "", 0)).hasSize(TicketSearch.PAGE);
    assertThat(search.find("pagew", "", "", 1)).hasSize(2);
    assertThat(search.find("pagew", "", "laptop", 0)).isEmpty();
    assertThat(search.find("x'); drop table ticket; --", "", "", 0)).isEmpty();
  }

  @Test
  void saysThatAClaimNumberIsUnknown() {
    assertThatThrownBy(() -> book.open("Z9-999-9"))
        .isInstanceOf(NotThere.class)
        .hasMessageContaining("Z9-999-9");
  }
}
