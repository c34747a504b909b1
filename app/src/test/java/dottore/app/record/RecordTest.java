package dottore.app.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.said.NotThere;
import dottore.app.said.TooLate;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.Verdict;
import dottore.core.driver.DriverFacts;
import dottore.core.facts.Facts;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceId;
import dottore.core.machine.DeviceKind;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Loan;
import dottore.core.ticket.Backup;
import dottore.core.ticket.ClaimNumber;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Line;
import dottore.core.ticket.Log;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Owed;
import dottore.core.ticket.Person;
import dottore.core.ticket.WaitsFor;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.orm.ObjectOptimisticLockingFailureException;

/** The record against a real database. */
@InEmptyShop
class RecordTest {
  @Autowired Record record;
  @Autowired Closing closing;
  @Autowired Counter counter;
  @Autowired TicketSearch search;
  @Autowired JdbcTemplate sql;

  private final Casebook casebook = Casebook.shipped();

  private Arrival arrival(String customer, String serial) {
    return new Arrival(
        new Person(customer, "555-" + Math.abs(customer.toLowerCase(Locale.ROOT).hashCode()), ""),
        "Fenrow",
        "Tern 5",
        serial,
        MachineKind.TOWER,
        "black screen after new memory",
        Optional.of(Stage.DARK),
        Set.of(Context.MEMORY_CHANGED),
        Set.of(),
        "cord",
        Backup.YES,
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
    record.change(claim, "runa", w -> w.record(w.log().last(), List.of(lines)));
  }

  private void answer(String claim, int seen, NewLine line, String who) {
    record.change(claim, who, w -> w.record(seen, List.of(line)));
  }

  private Log log(String claim) {
    return record.open(claim).log();
  }

  private List<String> outcomes(String claim) {
    return log(claim).answers().stream()
        .map(given -> ((Entry.Reading) given.answer()).outcome())
        .toList();
  }

  private void putBack(String claim) {
    long item = record.open(claim).owed().get(0).id();
    record.late(claim, "ivo", late -> late.putBack(item));
  }

  @Test
  void writesTheLogByItself() {
    String claim = received();
    TicketFile file = record.open(claim);
    assertThat(file.log().lines()).extracting(Line::number).containsExactly(1, 2);
    assertThat(file.log().lines().get(1).text())
        .isEqualTo("Customer says: Runs, no light stuck, nothing on screen");
    assertThat(ClaimNumber.read(claim)).isPresent();
  }

  @Test
  void findsCustomerAndMachineAgain() {
    String first = counter.receive(arrival("Edda Sorensby", "CS2-AGAIN"), "runa");
    String second = counter.receive(arrival("edda sorensby", "cs2-again"), "runa");
    assertThat(record.open(second).customerId()).isEqualTo(record.open(first).customerId());
    assertThat(record.open(second).machine().id()).isEqualTo(record.open(first).machine().id());
    assertThat(record.earlier(record.open(second)))
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
    assertThat(record.open(claim).owed())
        .extracting(Owed::what)
        .containsExactly("the other memory modules");
    putBack(claim);
    assertThat(record.open(claim).owed()).isEmpty();
  }

  @Test
  void undoTakesTheAnswerAndWhatItBorrowedBack() {
    String claim = received();
    record(claim, reading("how-far", "memory"));
    record(claim, reading("single-module-start", "same"));
    record.change(claim, "runa", Writing::undo);
    TicketFile file = record.open(claim);
    assertThat(file.owed()).isEmpty();
    assertThat(file.log().answers())
        .extracting(given -> given.answer().step())
        .containsExactly("how-far", "how-far");
    assertThat(file.log().lines().get(file.log().size() - 1).entry())
        .isInstanceOf(Entry.TakenBack.class);
    record.change(claim, "runa", Writing::undo);
    record.change(claim, "runa", Writing::undo);
    assertThat(log(claim).answers()).as("what the customer said stays").hasSize(1);
  }

  @Test
  void answersRecordedTogetherAreUndoneTogether() {
    String claim = received();
    record(
        claim,
        reading("fans-and-lights", "run").together("a"),
        reading("board-light", "memory").together("a"));
    record.change(claim, "runa", Writing::undo);
    assertThat(log(claim).answers()).hasSize(1);
  }

  @Test
  void aCorrectionStandsWhereTheAnswerStood() {
    String claim = received();
    record(claim, reading("board-light", "memory"));
    record(claim, reading("fans-and-lights", "run"));
    int wrong = log(claim).answers().get(1).number();
    record.change(claim, "runa", w -> w.correct(wrong, "graphics"));
    assertThat(outcomes(claim)).containsExactly("dark", "graphics", "run");
    assertThatThrownBy(() -> record.change(claim, "runa", w -> w.correct(wrong, "boot")))
        .isInstanceOf(NotThere.class);
    assertThatThrownBy(() -> record.change(claim, "runa", w -> w.correct(w.log().last(), "moon")))
        .isInstanceOf(NotThere.class);
  }

  @Test
  void theSameAnswerSentTwiceIsWrittenOnce() {
    String claim = received();
    int seen = log(claim).last();
    answer(claim, seen, reading("board-light", "memory"), "runa");
    answer(claim, seen, reading("board-light", "memory"), "runa");
    assertThat(log(claim).answers()).hasSize(2);
  }

  @Test
  void twoDifferentAnswersAreShownToTheSecondAndNothingIsWritten() {
    String claim = received();
    int seen = log(claim).last();
    answer(claim, seen, reading("board-light", "memory"), "runa");
    assertThatThrownBy(() -> answer(claim, seen, reading("board-light", "boot"), "ivo"))
        .isInstanceOf(Clash.class)
        .hasMessageContaining("runa recorded meanwhile");
    assertThat(log(claim).answers()).hasSize(2);
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
                          record.change(
                              claim, "hand" + i, w -> w.append(NewLine.note("line " + i)));
                          return null;
                        }))
            .toList();
    go.countDown();
    for (Future<?> one : all) {
      one.get();
    }
    pool.shutdown();
    assertThat(log(claim).lines())
        .extracting(Line::number)
        .isEqualTo(IntStream.rangeClosed(1, 32).boxed().toList());
  }

  @Test
  void arrivalCanOnlyBeChangedFromItsNewestVersion() {
    String claim = received();
    int version = record.open(claim).version();
    counter.change(claim, version, arrival("Mirel Oduya-Lind", ""), List.of(), "runa");
    assertThat(record.open(claim).customer().name()).isEqualTo("Mirel Oduya-Lind");
    assertThatThrownBy(
            () -> counter.change(claim, version, arrival("Somebody", ""), List.of(), "ivo"))
        .isInstanceOf(ObjectOptimisticLockingFailureException.class);
  }

  @Test
  void clocksLiveOnTheServer() {
    String claim = received();
    record.change(claim, "runa", w -> w.countdown("Training", Duration.ofMinutes(10)));
    RunningTime clock = record.open(claim).runningClocks().get(0);
    assertThat(clock.left(clock.startedAt())).isEqualTo(Duration.ofMinutes(10));
    record.change(claim, "runa", Writing::toggleHands);
    assertThat(record.open(claim).handsClock()).isPresent();
    record.change(claim, "runa", Writing::toggleHands);
    assertThat(record.open(claim).handsClock()).isEmpty();
    record.change(claim, "runa", w -> w.stopClock(clock.id(), true, ""));
    assertThat(record.open(claim).runningClocks()).isEmpty();
  }

  @Test
  void aClockOfAnotherTicketIsLeftAlone() {
    String mine = received();
    String other = received();
    record.change(other, "runa", w -> w.countdown("Training", Duration.ofMinutes(10)));
    long theirs = record.open(other).runningClocks().get(0).id();
    record.change(mine, "ivo", w -> w.stopClock(theirs, true, ""));
    assertThat(record.open(other).runningClocks()).hasSize(1);
  }

  @Test
  void leadsToAConfirmedCauseThatIsFoundAgain() {
    String claim = received();
    record(claim, reading("how-far", "memory"));
    record(claim, tried("reseat-memory", Event.Result.WORKS));
    record(claim, reading("how-far", "works"));
    Verdict verdict = record.assess(record.open(claim)).verdict();
    assertThat(verdict).isInstanceOf(Verdict.Works.class);
    assertThat(((Verdict.Works) verdict).confirmed()).isTrue();
    close(claim, "");
    assertThat(record.inTheShop()).extracting(s -> s.file().claim()).doesNotContain(claim);
    assertThat(search.find("seated " + claim, "HANDED_BACK", "tower", 0).getContent())
        .extracting(TicketFile::claim)
        .containsExactly(claim);
    assertThat(search.find(claim, "OPEN", "", 0)).isEmpty();
  }

  @Test
  void aClosedTicketTakesNoMoreAnswersButALateWord() {
    String claim = received();
    record(claim, reading("single-module-start", "same"));
    close(claim, "the customer wants it back");
    int last = log(claim).last();
    for (Runnable late :
        List.<Runnable>of(
            () -> record(claim, reading("board-light", "memory")),
            () -> record.change(claim, "ivo", Writing::undo),
            () -> record.change(claim, "ivo", w -> w.correct(2, "dead")),
            () -> close(claim, "again"),
            () -> record.change(claim, "ivo", Writing::toggleHands),
            () ->
                record.change(
                    claim, "ivo", w -> w.borrow(new Loan("screw", "", "", Set.of()), "", "")),
            () -> record.change(claim, "ivo", w -> w.waitFor(WaitsFor.CUSTOMER, "why")),
            () ->
                counter.change(
                    claim, record.open(claim).version(), arrival("X", ""), List.of(), "ivo"))) {
      assertThatThrownBy(late::run).isInstanceOf(TooLate.class).hasMessageContaining("closed");
    }
    assertThat(log(claim).last()).isEqualTo(last);
    record.late(claim, "ivo", late -> late.note("customer called, all is well"));
    putBack(claim);
    assertThat(record.open(claim).owed()).isEmpty();
  }

  private void close(String claim, String why) {
    record.change(
        claim, "runa", w -> closing.close(w, Ending.HANDED_BACK, Map.of("price", "40"), why, true));
  }

  @Test
  void searchPagesThroughWhatItFinds() {
    for (int i = 0; i < 17; i++) {
      counter.receive(arrival("Pagewise Quennell", ""), "runa");
    }
    assertThat(search.find("pagew", "", "", 0)).hasSize(15);
    assertThat(search.find("pagew", "", "", 1)).hasSize(2);
    assertThat(search.find("pagew", "", "laptop", 0)).isEmpty();
    assertThat(search.find("x'); drop table ticket; --", "", "", 0)).isEmpty();
  }

  @Test
  void saysThatAClaimNumberIsUnknown() {
    assertThatThrownBy(() -> record.open("Z9-999-9"))
        .isInstanceOf(NotThere.class)
        .hasMessageContaining("Z9-999-9");
  }

  /** What ran on a model: closed tickets with a device list, and whether the machine came back. */
  @Test
  void machinesOfAModelThatWereHandedBackAreFoundWithTheirDevices() {
    String stayed = closedWith("HB-1", true);
    String back = closedWith("HB-2", true);
    closedWith("HB-3", false);
    counter.receive(
        Shopkeeping.arrival(MachineKind.TOWER, new Person("Ida Hale", "", ""), "HB-2"), "runa");
    String open =
        counter.receive(
            Shopkeeping.arrival(MachineKind.TOWER, new Person("Ida Hale", "", ""), "HB-4"), "runa");
    Map<String, Boolean> found = new HashMap<>();
    record
        .handedBack(record.open(open))
        .forEach(one -> found.put(one.file().claim(), one.cameBack()));
    assertThat(found).containsEntry(stayed, false).containsEntry(back, true);
    assertThat(found.keySet())
        .allMatch(claim -> record.open(claim).log().facts().has(DriverFacts.DEVICES));
  }

  private String closedWith(String serial, boolean devices) {
    String claim =
        counter.receive(
            Shopkeeping.arrival(MachineKind.TOWER, new Person("Ida Hale", "", ""), serial), "runa");
    record.change(
        claim,
        "runa",
        writing -> {
          if (devices) {
            Device device =
                new Device(
                    "Graphics",
                    DeviceId.in("0fe2:5000"),
                    DeviceKind.GRAPHICS,
                    OptionalInt.empty(),
                    "Hallin",
                    Optional.empty(),
                    "30.1",
                    "");
            writing.append(
                NewLine.known(
                    "List",
                    Facts.none()
                        .with(DriverFacts.DEVICES, DriverFacts.Listed.of(List.of(device)))));
          }
          closing.close(writing, Ending.HANDED_BACK, Map.of("price", "0"), "wanted back", true);
        });
    return claim;
  }
}
