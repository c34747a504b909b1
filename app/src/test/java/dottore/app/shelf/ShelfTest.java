package dottore.app.shelf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.record.Counter;
import dottore.app.record.Record;
import dottore.app.said.Refused;
import dottore.core.casebook.Need;
import dottore.core.ticket.Owed;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

@InEmptyShop
class ShelfTest {
  private static int number;

  @Value("${local.server.port}")
  int port;

  @Autowired ShelfBook book;
  @Autowired Record record;
  @Autowired Counter counter;
  @Autowired Accounts accounts;

  private String ticket() {
    return counter.receive(Shopkeeping.tower("Shelf " + ++number), "runa", Instant.now());
  }

  private long stick(String gb) {
    String label = "S-" + ++number;
    assertThat(book.stick(Optional.empty(), Map.of("label", label, "gb", gb))).isEmpty();
    return book.stickIds().get(label);
  }

  private long image(String gb, boolean alone) {
    String name = "I-" + ++number;
    Map<String, String> fields = new HashMap<>(Map.of("name", name, "gb", gb, "new-way", "on"));
    if (alone) {
      fields.put("alone", "on");
    }
    assertThat(book.image(Optional.empty(), fields)).isEmpty();
    return book.imageIds().get(name);
  }

  private List<Owed> owed(String claim) {
    return record.open(claim).owed();
  }

  @Test
  void aStickInAMachineIsOwedUntilItIsBack() {
    String claim = ticket();
    long stick = stick("16");
    book.lend(stick, claim, "runa");
    assertThat(owed(claim)).hasSize(1);
    assertThatThrownBy(() -> book.lend(stick, ticket(), "ivo")).isInstanceOf(Refused.class);
    assertThatThrownBy(() -> book.stickGone(stick)).hasMessageContaining(claim);
    assertThat(book.brief().out()).extracting(ShelfBook.Brief.Out::claim).contains(claim);
    book.back(stick, "ivo");
    assertThat(owed(claim)).isEmpty();
    book.lend(stick, claim, "runa");
    // Put back on the ticket, it is on the shelf again.
    record.change(claim, "runa", writing -> writing.putBack(owed(claim).get(0).id()));
    assertThat(book.brief().out()).extracting(ShelfBook.Brief.Out::claim).doesNotContain(claim);
    book.stickGone(stick);
  }

  private static <T> long succeeded(List<Callable<T>> all) throws Exception {
    ExecutorService hands = Executors.newFixedThreadPool(all.size());
    try {
      long good = 0;
      for (Future<T> done : hands.invokeAll(all)) {
        try {
          done.get();
          good++;
        } catch (java.util.concurrent.ExecutionException refused) {
          assertThat(refused.getCause()).isInstanceOf(Refused.class);
        }
      }
      return good;
    } finally {
      hands.shutdown();
    }
  }

  @Test
  void ofFourHandsAtOnceOneGetsTheStickAndTheLastPart() throws Exception {
    List<String> claims = List.of(ticket(), ticket(), ticket(), ticket());
    long stick = stick("8");
    assertThat(
            succeeded(
                claims.stream()
                    .<Callable<Boolean>>map(
                        claim ->
                            () -> {
                              book.lend(stick, claim, "runa");
                              return true;
                            })
                    .toList()))
        .isEqualTo(1);
    assertThat(claims.stream().mapToInt(claim -> owed(claim).size()).sum()).isEqualTo(1);
    String name = "Coin cell " + ++number;
    assertThat(book.part(Optional.empty(), Map.of("name", name, "stock", "1", "price", "4")))
        .isEmpty();
    long part =
        book.contents().parts().stream().filter(p -> p.name.equals(name)).findFirst().get().id;
    assertThat(
            succeeded(
                claims.stream()
                    .<Callable<Boolean>>map(
                        claim ->
                            () -> {
                              book.take(part, claim, "runa");
                              return true;
                            })
                    .toList()))
        .isEqualTo(1);
    long lines =
        claims.stream()
            .flatMap(claim -> record.open(claim).log().lines().stream())
            .filter(line -> line.text().contains(name))
            .count();
    assertThat(lines).isEqualTo(1);
  }

  /** The last part of the road: it stands on the sheet without being typed again. */
  @Test
  void aPartThatWentInStandsOnTheSheetOfTheHandBack() {
    Visitor hand = Shopkeeping.signedIn(accounts, port, Role.TECHNICIAN);
    String claim = ticket();
    String name = "Data cable " + ++number;
    assertThat(book.part(Optional.empty(), Map.of("name", name, "stock", "2", "price", "6.5")))
        .isEmpty();
    long part =
        book.contents().parts().stream().filter(p -> p.name.equals(name)).findFirst().get().id;
    book.take(part, claim, "runa");
    assertThat(hand.get("/tickets/" + claim + "/hand-back").page().select("[name=parts]").text())
        .contains(name)
        .contains("6.5");
    assertThat(book.stock()).anyMatch(stock -> stock.name().equals(name) && stock.stock() == 1);
  }

  @Test
  void findKnowsWhenEveryStickIsOut() throws Exception {
    book.contents().sticks().keySet().forEach(row -> fetched(row.id));
    String claim = ticket();
    assertThat(book.out()).isEmpty();
    book.contents().sticks().keySet().stream()
        .filter(row -> row.verdict.isEmpty())
        .forEach(row -> book.lend(row.id, claim, "runa"));
    long one = stick("16");
    book.lend(one, claim, "runa");
    Thread.sleep(1100);
    assertThat(book.out()).containsExactly(Need.STICK);
    book.back(one, "runa");
    Thread.sleep(1100);
    assertThat(book.out()).isEmpty();
    book.contents().sticks().keySet().forEach(row -> fetched(row.id));
  }

  private void fetched(long stick) {
    book.back(stick, "runa");
  }

  @Test
  void whatDoesNotGoOnAStickIsNotWrittenDown() {
    long stick = stick("8");
    long large = image("9", false);
    long recovery = image("3", true);
    long small = image("2", false);
    Instant now = Instant.now();
    assertThatThrownBy(() -> book.written(stick, Set.of(large), now, "runa"))
        .hasMessageContaining("more than");
    assertThatThrownBy(() -> book.written(stick, Set.of(recovery, small), now, "runa"))
        .hasMessageContaining("alone");
    book.written(stick, Set.of(recovery), now, "runa");
    book.written(stick, Set.of(small), now, "runa");
    assertThat(
            book.contents().sticks().values().stream()
                .filter(s -> s.id() == stick)
                .findFirst()
                .get()
                .carries())
        .hasSize(1);
  }

  @Test
  void whatCannotBeIsSaidAndWhatWasTypedStays() {
    Visitor hand = Shopkeeping.signedIn(accounts, port, Role.APPRENTICE);
    String label = "Twice " + ++number;
    hand.post("/shelf/sticks", Map.of("label", label, "gb", "16"));
    var page = hand.post("/shelf/sticks", Map.of("label", label.toUpperCase(), "gb", "8")).page();
    assertThat(page.select(".fault").text()).contains("Another stick is called");
    assertThat(page.select("form[action=/shelf/sticks] [name=gb]").val()).isEqualTo("8");
    for (String wrong : List.of("", "0", "-1", "1e9", "99999999", "many", "NaN")) {
      page = hand.post("/shelf/sticks", Map.of("label", "X" + number, "gb", wrong)).page();
      assertThat(page.select(".fault").text()).as(wrong).isNotEmpty();
    }
    page =
        hand.post(
                "/shelf/images",
                Map.of("name", "N", "gb", "2", "largest", "3", "sha256", "xyz", "released", "soon"))
            .page();
    assertThat(page.select(".fault p")).hasSizeGreaterThan(3);
    assertThat(hand.post("/shelf/sticks/99999/back", Map.of()).status()).isEqualTo(404);
  }

  @Test
  void theCounterLooksAndDoesNotTouch() {
    Visitor counterPerson = Shopkeeping.signedIn(accounts, port, Role.COUNTER);
    assertThat(counterPerson.get("/shelf").status()).isEqualTo(200);
    assertThat(counterPerson.post("/shelf/sticks", Map.of("label", "C", "gb", "8")).status())
        .isEqualTo(403);
  }

  @Test
  void namesWithMarksAreShownAsTheyAre() {
    Visitor hand = Shopkeeping.signedIn(accounts, port, Role.TECHNICIAN);
    String name = "<b>\"R&D\"</b> " + ++number;
    hand.post("/shelf/parts", Map.of("name", name, "stock", "1", "least", "2"));
    assertThat(hand.get("/shelf").page().select("#parts strong").eachText()).contains(name);
  }
}
