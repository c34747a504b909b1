package dottore.app.knowledge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.TestShop;
import dottore.app.ticket.Arrival;
import dottore.app.ticket.Counter;
import dottore.app.ticket.NewLine;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketSide;
import dottore.core.casebook.CasebookFault;
import dottore.core.casebook.Context;
import dottore.core.casebook.Overlay;
import dottore.core.casebook.Overlay.Part;
import dottore.core.casebook.School;
import dottore.core.casebook.Stage;
import dottore.core.diagnosis.Event;
import dottore.core.learning.LearnedOdds;
import dottore.core.machine.MachineKind;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** What the shop knows, against a real database. */
@ExtendWith(TestShop.Empty.class)
class KnowledgeTest {
  private static final String SALT_AIR =
      """
      name: Salt on the contacts
      sign: green edges
      station: memory
      weight: 0.8
      stages: {memory: 1}
      shows:
        single-module-start: {starts: 0.5, same: 0.5}
      cured-by: {reseat-memory: 0.9}\
      """;

  @Autowired Knowledge knowledge;
  @Autowired OwnEntries own;
  @Autowired TicketBook book;
  @Autowired TicketSide side;
  @Autowired Counter counter;
  @Autowired JdbcTemplate sql;

  private String received(Context... contexts) {
    return counter.receive(
        new Arrival(
            "Wren Hallorant",
            "",
            "",
            "Fenrow",
            "Tern 5",
            "",
            MachineKind.TOWER,
            "stays at the memory light",
            Optional.of(Stage.MEMORY),
            Set.of(contexts),
            Set.of(),
            "",
            "yes",
            false,
            true,
            Optional.empty(),
            Optional.empty(),
            Optional.empty()),
        "runa",
        Instant.now().minus(Duration.ofHours(2)));
  }

  private LearnedOdds.Moved moved(String cause) {
    return knowledge.learned().odds().moved().stream()
        .filter(m -> m.cause().id().equals(cause))
        .findFirst()
        .orElseThrow();
  }

  private void closedWith(String cause, String repair, int minutes) {
    String claim = received();
    Instant start = Instant.now().minus(Duration.ofMinutes(90));
    side.worked(claim, start, Duration.ofMinutes(60), "runa");
    book.record(
        claim,
        book.open(claim).lastSeq(),
        List.of(NewLine.reading(book.casebook().check("how-far").orElseThrow(), "memory")),
        "runa",
        start.plus(Duration.ofMinutes(1)));
    book.record(
        claim,
        book.open(claim).lastSeq(),
        List.of(NewLine.tried(book.casebook().repair(repair).orElseThrow(), Event.Result.WORKS)),
        "runa",
        start.plus(Duration.ofMinutes(1 + minutes)));
    book.close(claim, List.of(cause), Map.of(), false, "Handed back", "runa", Instant.now());
  }

  @Test
  void aClosedTicketMovesOddsAndMinutesAndBothCanBeSwitchedOffAndStartedAnew() {
    int before = moved("memory-wrong-slot").confirmed();
    double share = moved("memory-wrong-slot").learned();
    closedWith("memory-wrong-slot", "move-memory-slots", 9);
    assertThat(moved("memory-wrong-slot").confirmed()).isEqualTo(before + 1);
    assertThat(moved("memory-wrong-slot").learned()).isGreaterThan(share);
    double learned =
        knowledge.casebook().repair("move-memory-slots").orElseThrow().effort().hands().value();
    assertThat(learned).isGreaterThan(4);

    knowledge.learn(false, "orsolya");
    assertThat(moved("memory-wrong-slot").confirmed()).isZero();
    assertThat(
            knowledge.casebook().repair("move-memory-slots").orElseThrow().effort().hands().value())
        .isEqualTo(4);
    knowledge.learn(true, "orsolya");
    assertThat(moved("memory-wrong-slot").confirmed()).isEqualTo(before + 1);

    knowledge.startAnew("orsolya");
    assertThat(knowledge.learningSince()).isPresent();
    assertThat(moved("memory-wrong-slot").confirmed()).isZero();
    closedWith("memory-wrong-slot", "move-memory-slots", 9);
    assertThat(moved("memory-wrong-slot").confirmed()).isEqualTo(1);
    knowledge.countAll();
    assertThat(moved("memory-wrong-slot").confirmed()).isEqualTo(before + 2);
  }

  @Test
  void ownEntriesAreKeptAsVersionsAndNobodyOverwritesAnother() {
    int now = own.now().number();
    Overlay before = own.entries();
    String claim = received(Context.MEMORY_CHANGED);
    knowledge.keep(before.with(Part.CAUSES, "salt-air", SALT_AIR), now, "sea", "orsolya");
    assertThat(own.now().number()).isEqualTo(now + 1);
    assertThat(knowledge.casebook().cause("salt-air")).isPresent();
    assertThat(book.assess(book.open(claim)).oddsOf("salt-air").value()).isPositive();

    assertThatThrownBy(() -> knowledge.keep(before, now, "late", "orsolya"))
        .isInstanceOf(OwnEntries.Overtaken.class);
    Overlay broken =
        before.with(Part.CAUSES, "salt-air", SALT_AIR.replace("reseat-memory", "no-such"));
    assertThatThrownBy(() -> knowledge.keep(broken, now + 1, "broken", "orsolya"))
        .isInstanceOf(CasebookFault.class)
        .hasMessageContaining("no-such");
    assertThat(own.now().number()).isEqualTo(now + 1);
    assertThat(knowledge.casebook().cause("salt-air")).isPresent();

    knowledge.keep(before, now + 1, "back", "orsolya");
    assertThat(knowledge.casebook().cause("salt-air")).isEmpty();
    assertThat(own.history()).extracting(OwnEntries.Version::note).startsWith("back", "sea");
  }

  /** A log may speak of steps that the casebook no longer has. */
  @Test
  void aTicketStaysReadableWhenAnEntryItUsedIsRemoved() {
    Overlay before = own.entries();
    String check =
        """
        name: Smell the sea
        ask: Does it smell of salt?
        how: Nose to the vents.
        outcomes:
          none: {words: It does not, good: true}
          salt: It does
        otherwise: {salt: 0.1}
        causes:
          memory-unseated: {salt: 0.6}\
        """;
    knowledge.keep(
        before.with(Part.CHECKS, "sea-smell", check), own.now().number(), "sea", "orsolya");
    String claim = received();
    book.record(
        claim,
        book.open(claim).lastSeq(),
        List.of(NewLine.reading(book.casebook().check("sea-smell").orElseThrow(), "salt")),
        "runa");
    assertThat(book.assess(book.open(claim)).readings()).hasSize(2);
    knowledge.keep(before, own.now().number(), "back", "orsolya");
    assertThat(book.assess(book.open(claim)).readings()).hasSize(1);
    assertThat(book.open(claim).log().get(2).text()).contains("Smell the sea");
  }

  /** As after a release in which a repair was renamed. */
  @Test
  void entriesThatNoLongerFitAreKeptButNotInForce() {
    Overlay before = own.entries();
    int now = own.now().number();
    sql.update(
        "insert into casebook_version values (?, now(), 'orsolya', 'old', ?)",
        now + 1,
        before
            .with(Part.CAUSES, "salt-air", SALT_AIR.replace("reseat-memory", "renamed-since"))
            .text());
    knowledge.reload();
    assertThat(knowledge.ownFaults()).singleElement().asString().contains("renamed-since");
    assertThat(knowledge.casebook().cause("salt-air")).isEmpty();
    assertThat(book.assess(book.open(received())).suspects()).isNotEmpty();
    knowledge.keep(before, now + 1, "mended", "orsolya");
    assertThat(knowledge.ownFaults()).isEmpty();
  }

  @Test
  void nobodyChoosesWhatTheProductPicks() {
    assertThatThrownBy(() -> knowledge.choose(School.MEMORY_PROFILE, "before", "orsolya"))
        .isInstanceOf(IllegalArgumentException.class);
    String claim = received();
    assertThatThrownBy(() -> book.choose(claim, School.BOOT_MODE, "old-way", "runa"))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aTicketFollowsItsOwnSchool() {
    String claim = received();
    knowledge.choose(School.DRIVER_SOURCE, "update", "orsolya");
    assertThat(decided(claim)).isEqualTo("update");
    book.choose(claim, School.DRIVER_SOURCE, "maker", "runa");
    assertThat(decided(claim)).isEqualTo("maker");
    assertThat(book.open(claim).log().get(2).text()).contains("for this ticket");
    book.choose(claim, School.DRIVER_SOURCE, "", "runa");
    assertThat(decided(claim)).isEqualTo("update");
    knowledge.choose(School.DRIVER_SOURCE, "mixed", "orsolya");
    assertThat(decided(claim)).isEqualTo("mixed");
  }

  private String decided(String claim) {
    return book.schools(book.open(claim))
        .decide(School.DRIVER_SOURCE, book.assess(book.open(claim)))
        .taken()
        .id();
  }
}
