package dottore.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.ticket.Entry.Origin;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class LogTest {
  private static Entry.Reading reading(String check, String outcome) {
    return new Entry.Reading(check, outcome, Origin.SEEN);
  }

  private static Entry known(String name, String value) {
    return new Entry.Known(Facts.of(Map.of(name, value)));
  }

  private static List<Event> events(Log log) {
    return log.asCase(Set.of(dottore.core.casebook.Context.TOWER), Set.of(), Set.of()).events();
  }

  @Test
  void aCorrectionStandsWhereTheCorrectedAnswerStood() {
    Log log =
        Jobs.log(
            reading("how-far", "memory"),
            reading("fans", "turn"),
            reading("how-far", "dark").from(Origin.SEEN.correcting(1)),
            reading("how-far", "stop").from(Origin.SEEN.correcting(3)));
    assertThat(log.answers()).extracting(Log.Given::number).containsExactly(4, 2);
    assertThat(log.reading("how-far").orElseThrow().outcome()).isEqualTo("stop");
    assertThat(log.counts(log.lines().get(0))).isFalse();
  }

  @Test
  void undoTakesTheLastAnswerOrAllThatWereRecordedWithIt() {
    Origin together = Origin.SEEN.together("after-1");
    Log log =
        Jobs.log(
            reading("how-far", "memory").from(Origin.TOLD),
            reading("fans", "turn").from(together),
            new Entry.Note(),
            reading("lights", "memory").from(together));
    assertThat(log.lastAnswers()).extracting(Line::number).containsExactly(4, 2);
    Log undone = Jobs.log(entries(log, new Entry.TakenBack(4), new Entry.TakenBack(2)));
    assertThat(undone.lastAnswers()).isEmpty();
    assertThat(undone.answers()).hasSize(1);
  }

  private static List<Entry> entries(Log log, Entry... more) {
    List<Entry> entries = new ArrayList<>(log.lines().stream().map(Line::entry).toList());
    entries.addAll(List.of(more));
    return entries;
  }

  @Test
  void factsThatWereTakenBackCountNoMore() {
    Log log =
        Jobs.log(
            known("battery", "40"),
            known("battery", "80"),
            new Entry.TakenBack(2),
            new Entry.Note());
    assertThat(log.facts().find(FirmwareFacts.BATTERY)).hasValue(40);
    assertThat(log.facts(0).isEmpty()).isTrue();
  }

  @Test
  void whatGoesBackIsAnEventBetweenTheAnswers() {
    Log log =
        Jobs.log(
            reading("how-far", "memory"),
            new Entry.PutBack(Set.of(Touched.MEMORY_SEATING)),
            new Entry.PutBack(Set.of()),
            reading("how-far", "works"),
            new Entry.SettingBack("memory-profile", true, Set.of(Touched.SETTINGS)));
    assertThat(events(log))
        .extracting(e -> e.getClass().getSimpleName() + e.ref())
        .containsExactly("Reading1", "Changed2", "Reading4", "Changed5");
  }

  @Test
  void anApprenticesProofCountsOnceSomebodyElseConfirmedIt() {
    Entry shown = new Entry.Proof("invoice", "no. 4471", false);
    assertThat(Jobs.log(shown).proof()).isEmpty();
    assertThat(Jobs.log(shown).proofToConfirm()).isPresent();
    Log confirmed = Jobs.log(shown, new Entry.ProofConfirmed(1));
    assertThat(confirmed.proof()).hasValueSatisfying(l -> assertThat(l.number()).isEqualTo(1));
    assertThat(Jobs.log(shown, new Entry.ProofConfirmed(1), new Entry.TakenBack(1)).proof())
        .isEmpty();
    assertThat(Jobs.log(shown, new Entry.ProofConfirmed(1), new Entry.TakenBack(2)).proof())
        .isEmpty();
    assertThat(Jobs.log(new Entry.Proof("invoice", "no. 1", true)).proof()).isPresent();
  }

  /** Ten times the lines take about ten times as long, not a hundred times. */
  @Test
  void foldingIsLinearInTheLength() {
    long shorter = time(4_000);
    assertThat(time(40_000)).isLessThan(40 * shorter);
  }

  private static long time(int length) {
    List<Entry> entries = new ArrayList<>();
    for (int i = 0; i < length; i++) {
      switch (i % 4) {
        case 0 -> entries.add(reading("check-" + i, "yes"));
        case 1 -> entries.add(known("fact-" + i % 90, "x" + i));
        case 2 -> entries.add(new Entry.TakenBack(Math.max(1, i - 1)));
        default -> entries.add(new Entry.PutBack(Set.of(Touched.POWER)));
      }
    }
    long best = Long.MAX_VALUE;
    for (int round = 0; round < 9; round++) {
      long started = System.nanoTime();
      assertThat(events(Jobs.log(entries))).isNotEmpty();
      best = Math.min(best, System.nanoTime() - started);
    }
    return best;
  }
}
