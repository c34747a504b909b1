package dottore.app.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.said.Refused;
import dottore.core.diagnosis.Event;
import dottore.core.firmware.Training;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Ending;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Person;
import dottore.core.ticket.Start;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

/** However a ticket ends, it ends through one gate, taken inside its lock. */
@InEmptyShop
class EndingTest {
  private static final Loan CABLE = new Loan("the long cable", "", "", Set.of());

  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired ConfirmedCauses counted;
  @Autowired Record record;
  @Autowired Counter counter;
  @Autowired Closing closing;
  @Autowired TicketSearch search;

  /** A machine that works and was proved. */
  private String ready() {
    String claim = counter.receive(Shopkeeping.tower("Bruna Seld"), "runa");
    for (NewLine line :
        List.of(
            NewLine.reading(record.casebook().check("how-far").orElseThrow(), "memory"),
            NewLine.tried(
                record.casebook().repair("reseat-memory").orElseThrow(), Event.Result.WORKS),
            NewLine.reading(record.casebook().check("how-far").orElseThrow(), "works"))) {
      record.change(claim, "runa", w -> w.record(w.log().last(), List.of(line)));
    }
    return claim;
  }

  private void end(String claim, Ending ending, String override, boolean may) {
    record.change(
        claim, "runa", w -> closing.close(w, ending, Map.of("price", "40"), override, may));
  }

  private static List<Consumer<Writing>> open() {
    RunSheet sheet = RunSheet.inLine("test", "A sheet", List.of(SheetStep.of("look", "Look", "")));
    return List.of(
        w -> w.borrow(CABLE, "", ""),
        w -> w.guard(Training.GUARD),
        w -> w.sheets().begin(Start.go(sheet, Map.of())));
  }

  @ParameterizedTest
  @EnumSource(Ending.class)
  void whatIsOpenStandsInTheWayOfEveryEnd(Ending ending) {
    for (Consumer<Writing> what : open()) {
      String claim = ready();
      record.change(claim, "runa", what);
      assertThatThrownBy(() -> end(claim, ending, "", true))
          .isInstanceOf(Refused.class)
          .hasMessageStartingWith("Not " + ending.words() + ": ");
      assertThatThrownBy(() -> end(claim, ending, "it is wanted", false))
          .isInstanceOf(Refused.class)
          .hasMessageContaining("only a technician or the owner");
      assertThat(record.open(claim).open()).isTrue();
      end(claim, ending, "it is wanted", true);
      assertThat(record.open(claim).ending()).hasValue(ending);
      assertThat(record.open(claim).log().lines())
          .last()
          .satisfies(
              line -> assertThat(line.text()).contains("in spite of: ", "Reason: it is wanted"));
    }
    String clean = ready();
    Map<String, Long> before = counted.counts();
    end(clean, ending, "", false);
    assertThat(record.open(clean).confirmedCauses()).isNotEmpty();
    for (String cause : record.open(clean).confirmedCauses()) {
      assertThat(counted.counts()).containsEntry(cause, before.getOrDefault(cause, 0L) + 1);
    }
  }

  @Test
  void theSellerGetsAMachineThatDoesNotWorkAndACustomerDoesNot() {
    String claim = counter.receive(Shopkeeping.tower("Bruna Seld"), "runa");
    assertThatThrownBy(() -> end(claim, Ending.HANDED_BACK, "", true))
        .hasMessage("Not handed back: No repair has made it work yet.");
    end(claim, Ending.SENT_BACK, "", false);
    assertThat(record.open(claim).ending()).hasValue(Ending.SENT_BACK);
    assertThat(record.open(claim).confirmedCauses()).isEmpty();
  }

  /**
   * More at once than there are connections: none waits for a second one while it holds its own.
   */
  @Test
  void twentyFourAreHandedBackAtOnce() throws Exception {
    List<String> claims = new ArrayList<>();
    for (int i = 0; i < 24; i++) {
      claims.add(ready());
    }
    ExecutorService hands = Executors.newFixedThreadPool(claims.size());
    CountDownLatch go = new CountDownLatch(1);
    List<Future<?>> ends = new ArrayList<>();
    for (String claim : claims) {
      ends.add(
          hands.submit(
              () -> {
                go.await();
                end(claim, Ending.HANDED_BACK, "", true);
                return true;
              }));
    }
    long began = System.nanoTime();
    go.countDown();
    for (Future<?> end : ends) {
      end.get(30, TimeUnit.SECONDS);
    }
    hands.shutdown();
    assertThat((System.nanoTime() - began) / 1e9).isLessThan(10);
    assertThat(claims).allMatch(claim -> !record.open(claim).open());
  }

  @Test
  void theRoadBackToTheSellerSaysWhatIsOpen() {
    Visitor counterHand = Shopkeeping.signedIn(accounts, port, Role.COUNTER);
    String claim = counter.receive(Shopkeeping.tower("Bruna Seld"), "runa");
    record.change(claim, "runa", w -> w.guard(Training.GUARD));
    Visitor.Reply refused = counterHand.post("/tickets/" + claim + "/return", Map.of());
    assertThat(refused.status()).isEqualTo(200);
    assertThat(record.open(claim).open()).isTrue();
  }

  /** Borrowed while another one closes: whoever comes second sees it. */
  @Test
  void theGateIsTakenInsideTheLock() throws Exception {
    for (int round = 0; round < 5; round++) {
      String claim = ready();
      CountDownLatch held = new CountDownLatch(1);
      ExecutorService hands = Executors.newFixedThreadPool(2);
      Future<?> borrowing =
          hands.submit(
              () ->
                  record.change(
                      claim,
                      "ivo",
                      w -> {
                        held.countDown();
                        w.borrow(CABLE, "", "");
                      }));
      Future<String> closes =
          hands.submit(
              () -> {
                held.await();
                try {
                  end(claim, Ending.HANDED_BACK, "", true);
                  return "closed";
                } catch (Refused refused) {
                  return refused.why();
                }
              });
      borrowing.get();
      assertThat(closes.get()).contains("Still owed: the long cable");
      hands.shutdown();
    }
  }

  // --- who brings it ---------------------------------------------------------------------------

  @Test
  void twoPeopleOfOneNameStayTwoUntilSomebodySaysOtherwise() {
    Person first = new Person("Jory Ambrell", "", "");
    String one = counter.receive(arrival(first, "JA-1"), "runa");
    assertThat(counter.who(first, ""))
        .isInstanceOfSatisfying(
            Counter.Who.Ask.class,
            ask ->
                assertThat(ask.candidates())
                    .singleElement()
                    .satisfies(k -> assertThat(k.machine()).isEqualTo("Fenrow Tern 5")));
    String two = counter.receive(arrival(first, ""), "runa");
    assertThat(record.open(two).customerId()).isNotEqualTo(record.open(one).customerId());
    // Somebody said that it is the same person, or it is the same machine.
    long known = record.open(one).customerId();
    String three =
        counter.receive(
            arrival(first, ""), List.of(), List.of(), java.util.Optional.of(known), "runa");
    assertThat(record.open(three).customerId()).isEqualTo(known);
    assertThat(record.open(counter.receive(arrival(first, "JA-1"), "runa")).customerId())
        .isEqualTo(known);
  }

  @Test
  void theCounterIsAskedBeforeTwoPeopleBecomeOne() {
    Visitor pia = Shopkeeping.signedIn(accounts, port, Role.COUNTER);
    Map<String, String> form =
        Map.of("customer", "Tamsin Orwick", "complaint", "no picture", "kind", "tower");
    assertThat(pia.post("/arrival", form).status()).isEqualTo(302);
    Visitor.Reply asked = pia.post("/arrival", form);
    assertThat(asked.text()).contains("The same person?", "Somebody else");
    assertThat(asked.page().select("[name=complaint]").text()).isEqualTo("no picture");
    Map<String, String> answered = new java.util.HashMap<>(form);
    answered.put("same", "new");
    assertThat(pia.post("/arrival", answered).status()).isEqualTo(302);
    assertThat(search.find("tamsin orwick", "", "", 0)).hasSize(2);
  }

  private static Arrival arrival(Person person, String serial) {
    return Shopkeeping.arrival(MachineKind.TOWER, person, serial);
  }

  @Test
  void searchStaysTrueWhenCustomerOrMachineChangesOnAnotherTicket() {
    Person before = new Person("Selma Thornby", "555-7781", "");
    String old = counter.receive(arrival(before, "ST-77"), "runa");
    String fresh = counter.receive(arrival(before, "ST-77"), "runa");
    Person after = new Person("Selma Thornby-Vey", "555-7782", "");
    counter.change(fresh, record.open(fresh).version(), arrival(after, "ST-78"), List.of(), "runa");
    for (String word : List.of("vey", "5557782", "ST-78")) {
      assertThat(search.find(word.equals("5557782") ? "7782" : word, "", "", 0).getContent())
          .as(word)
          .extracting(TicketFile::claim)
          .contains(old, fresh);
    }
    assertThat(search.find("7781", "", "", 0)).isEmpty();
  }
}
