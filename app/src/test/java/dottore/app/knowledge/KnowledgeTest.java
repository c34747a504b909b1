package dottore.app.knowledge;

import static dottore.app.Shopkeeping.SALT_AIR;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.InEmptyShop;
import dottore.app.record.Arrival;
import dottore.app.record.Closing;
import dottore.app.record.Counter;
import dottore.app.record.Record;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.CasebookFault;
import dottore.core.casebook.Context;
import dottore.core.casebook.Overlay;
import dottore.core.casebook.Overlay.Part;
import dottore.core.casebook.School;
import dottore.core.casebook.Stage;
import dottore.core.diagnosis.Event;
import dottore.core.learning.LearnedOdds;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Ending;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Person;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

/** What the shop knows, against a real database. */
@InEmptyShop
class KnowledgeTest {
  @Autowired Knowledge knowledge;
  @Autowired OwnEntries own;
  @Autowired Record record;
  @Autowired Closing closing;
  @Autowired Counter counter;
  @Autowired JdbcTemplate sql;

  private String received(Context... contexts) {
    return counter.receive(
        new Arrival(
            new Person("Wren Hallorant", "", ""),
            "Fenrow",
            "Tern 5",
            "",
            MachineKind.TOWER,
            "stays at the memory light",
            Optional.of(Stage.MEMORY),
            Set.of(contexts),
            Set.of(),
            "",
            Backup.YES,
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
    record.change(claim, "runa", start, w -> w.worked(start, Duration.ofMinutes(60)));
    answer(claim, start.plus(Duration.ofMinutes(1)), how("memory"));
    answer(
        claim,
        start.plus(Duration.ofMinutes(1 + minutes)),
        NewLine.tried(record.casebook().repair(repair).orElseThrow(), Event.Result.WORKS));
    record.change(
        claim,
        "runa",
        w -> closing.asItWas(w, Ending.HANDED_BACK, List.of(cause), Map.of(), Instant.now()));
    knowledge.catchUp();
  }

  private NewLine how(String outcome) {
    return NewLine.reading(record.casebook().check("how-far").orElseThrow(), outcome);
  }

  private void answer(String claim, Instant at, NewLine line) {
    record.change(claim, "runa", at, w -> w.record(w.log().last(), List.of(line)));
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
    assertThat(record.assess(record.open(claim)).oddsOf("salt-air").value()).isPositive();

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
    answer(
        claim,
        Instant.now(),
        NewLine.reading(record.casebook().check("sea-smell").orElseThrow(), "salt"));
    assertThat(record.assess(record.open(claim)).readings()).hasSize(2);
    knowledge.keep(before, own.now().number(), "back", "orsolya");
    assertThat(record.assess(record.open(claim)).readings()).hasSize(1);
    assertThat(record.open(claim).log().lines().get(2).text()).contains("Smell the sea");
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
    assertThat(knowledge.ownFaults()).anyMatch(fault -> fault.contains("renamed-since"));
    assertThat(knowledge.casebook().cause("salt-air")).isEmpty();
    assertThat(record.assess(record.open(received())).suspects()).isNotEmpty();
    knowledge.keep(before, now + 1, "mended", "orsolya");
    assertThat(knowledge.ownFaults()).isEmpty();
  }

  @Test
  void nobodyChoosesWhatTheProductPicks() {
    assertThatThrownBy(() -> knowledge.choose(School.MEMORY_PROFILE, "before", "orsolya"))
        .isInstanceOf(IllegalArgumentException.class);
    String claim = received();
    assertThatThrownBy(
            () -> record.change(claim, "runa", w -> w.choose(School.BOOT_MODE, "old-way")))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aTicketFollowsItsOwnSchool() {
    String claim = received();
    knowledge.choose(School.DRIVER_SOURCE, "update", "orsolya");
    assertThat(decided(claim)).isEqualTo("update");
    record.change(claim, "runa", w -> w.choose(School.DRIVER_SOURCE, "maker"));
    assertThat(decided(claim)).isEqualTo("maker");
    assertThat(record.open(claim).log().lines().get(2).text()).contains("for this ticket");
    record.change(claim, "runa", w -> w.choose(School.DRIVER_SOURCE, ""));
    assertThat(decided(claim)).isEqualTo("update");
    knowledge.choose(School.DRIVER_SOURCE, "mixed", "orsolya");
    assertThat(decided(claim)).isEqualTo("mixed");
  }

  private String decided(String claim) {
    return record
        .schools(record.open(claim))
        .decide(School.DRIVER_SOURCE, record.assess(record.open(claim)))
        .taken()
        .id();
  }

  /** An entry is checked for its size as a whole when it is kept, not when the server starts. */
  @Test
  void theBoundOfOwnEntriesHoldsWhenOneIsKept() {
    int now = own.now().number();
    Overlay before = own.entries();
    Overlay large = before;
    for (int i = 0; i < 7; i++) {
      large = large.with(Part.CAUSES, "salt-air-" + i, SALT_AIR + "\n# " + "salt ".repeat(6_000));
    }
    Overlay beyond = large;
    assertThatThrownBy(() -> knowledge.keep(beyond, now, "large", "orsolya"))
        .isInstanceOf(CasebookFault.class)
        .hasMessageContaining("more than 200000 characters");
    assertThat(own.now().number()).isEqualTo(now);
  }

  /** As an older version let one be kept that no server could start with. */
  @Test
  void aVersionThatCannotBeReadNeverKeepsTheServerFromStarting() {
    Overlay before = own.entries();
    int now = own.now().number();
    knowledge.keep(before.with(Part.CAUSES, "salt-air", SALT_AIR), now, "sea", "orsolya");
    sql.update(
        "insert into casebook_version values (?, now(), 'orsolya', 'huge', ?)",
        now + 2,
        "causes:\n" + "#".repeat(250_000));
    knowledge.reload();
    assertThat(knowledge.casebook().cause("salt-air")).as("the newest readable one").isPresent();
    assertThat(knowledge.ownFaults())
        .anyMatch(fault -> fault.contains("Version " + (now + 2)))
        .anyMatch(fault -> fault.contains("Version " + (now + 1) + " is in force meanwhile"));
    assertThat(own.entries().entry(Part.CAUSES, "salt-air")).isPresent();
    knowledge.keep(before, now + 2, "back", "orsolya");
    assertThat(knowledge.ownFaults()).isEmpty();
  }

  /** However closing and keeping fall, both stay. */
  @Test
  void anEntryThatIsKeptWhileTicketsCloseStaysInForce() throws Exception {
    Overlay before = own.entries();
    int now = own.now().number();
    int confirmed = moved("memory-wrong-slot").confirmed();
    ExecutorService hands = Executors.newFixedThreadPool(2);
    Future<?> closing =
        hands.submit(
            () -> {
              for (int i = 0; i < 6; i++) {
                closedWith("memory-wrong-slot", "move-memory-slots", 9);
              }
            });
    Future<?> keeping =
        hands.submit(
            () -> {
              for (int i = 0; i < 6; i++) {
                knowledge.keep(
                    before.with(Part.CAUSES, "salt-air", SALT_AIR + "\n# " + i),
                    now + i,
                    "sea " + i,
                    "orsolya");
              }
            });
    closing.get();
    keeping.get();
    hands.shutdown();
    knowledge.catchUp();
    assertThat(knowledge.casebook().cause("salt-air")).isPresent();
    assertThat(moved("memory-wrong-slot").confirmed()).isEqualTo(confirmed + 6);
    knowledge.keep(before, now + 6, "back", "orsolya");
  }

  @Test
  void whatCodeReliesOnCannotBeTakenAway() {
    String without =
        Casebook.shipped().source("scheme-read").replace("mbr", "master").replace("gpt", "guid");
    assertThat(OwnEntries.faults(own.entries().with(Part.CHECKS, "scheme-read", without)))
        .anyMatch(fault -> fault.contains("'gpt' is read by a desk and must stay"));
    assertThat(OwnEntries.faults(Overlay.empty())).isEmpty();
  }

  @Test
  void aPageSpeaksOfOneStateFromItsFirstLineToItsLast() throws Exception {
    Overlay before = own.entries();
    int now = own.now().number();
    knowledge.pinned(
        () -> {
          long version = knowledge.version();
          Thread other =
              new Thread(
                  () ->
                      knowledge.keep(
                          before.with(Part.CAUSES, "salt-air", SALT_AIR), now, "sea", "orsolya"));
          other.start();
          try {
            other.join();
          } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
          }
          assertThat(knowledge.version()).isEqualTo(version);
          assertThat(knowledge.casebook().cause("salt-air")).isEmpty();
        });
    assertThat(knowledge.casebook().cause("salt-air")).isPresent();
    knowledge.keep(before, now + 1, "back", "orsolya");
  }
}
