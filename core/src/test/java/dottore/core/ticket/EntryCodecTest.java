package dottore.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.ticket.Entry.Origin;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class EntryCodecTest {
  private static Arbitrary<String> word() {
    return Arbitraries.of("how-far", "a1b2c3d4e5f6", "step-2", "settings");
  }

  private static Arbitrary<Integer> line() {
    return Arbitraries.integers().between(1, 5000);
  }

  private static Arbitrary<Set<Touched>> touches() {
    return Arbitraries.of(Touched.class).set().ofMaxSize(4);
  }

  private static Arbitrary<Origin> origin() {
    return Combinators.combine(
            Arbitraries.of(true, false),
            word().optional(),
            word().optional(),
            word().optional(),
            line().optional())
        .as(
            (told, read, group, sheet, corrects) ->
                new Origin(
                    told,
                    read,
                    group,
                    sheet,
                    corrects.map(OptionalInt::of).orElse(OptionalInt.empty())));
  }

  /** One of every kind that a log can hold. */
  @Provide
  Arbitrary<Entry> entry() {
    return Arbitraries.oneOf(
        List.of(
            Arbitraries.of(
                new Entry.Received(),
                new Entry.Note(),
                new Entry.Borrowed(),
                new Entry.ClockMoved(),
                new Entry.PassportRead(),
                new Entry.Changed(),
                new Entry.Closed()),
            Combinators.combine(word(), word(), origin()).as(Entry.Reading::new),
            Combinators.combine(word(), Arbitraries.of(Event.Result.class), origin())
                .as(Entry.Tried::new),
            Combinators.combine(word(), word(), origin()).as(Entry.Aside::new),
            Combinators.combine(Arbitraries.of(Mark.class), word(), origin()).as(Entry.Lifted::new),
            line().map(Entry.TakenBack::new),
            touches().map(Entry.PutBack::new),
            Combinators.combine(line(), line(), Arbitraries.of(true, false), line().optional())
                .as(
                    (module, slot, starts, of) ->
                        new Entry.Trial(
                            module,
                            slot,
                            starts,
                            of.map(OptionalInt::of).orElse(OptionalInt.empty()),
                            OptionalInt.of(slot))),
            Arbitraries.maps(word(), word()).ofMaxSize(4).map(m -> new Entry.Known(Facts.of(m))),
            Combinators.combine(word(), Arbitraries.of("", "profile 1"))
                .as(Entry.SettingNoted::new),
            Combinators.combine(word(), Arbitraries.of(true, false), touches())
                .as(Entry.SettingBack::new),
            Combinators.combine(word(), word(), Arbitraries.of(true, false)).as(Entry.Proof::new),
            line().map(Entry.ProofConfirmed::new),
            Combinators.combine(word(), Arbitraries.of(Entry.Sheet.Turn.class))
                .as(Entry.Sheet::new),
            Combinators.combine(word(), word(), Arbitraries.of(true, false))
                .as(Entry.Ticked::new)));
  }

  @Property
  void whatIsWrittenReadsAsTheSameEntry(@ForAll("entry") Entry entry) {
    EntryCodec.Kept kept = EntryCodec.write(entry);
    assertThat(EntryCodec.KINDS).contains(kept.kind());
    assertThat(EntryCodec.strictly(kept)).isEqualTo(entry);
  }

  @Property
  void anythingThatADatabaseHoldsIsReadAndWrittenAsItCame(
      @ForAll("kind") String kind, @ForAll("data") Map<String, String> data) {
    EntryCodec.Kept kept = new EntryCodec.Kept(kind, data);
    Entry entry = EntryCodec.read(kept);
    if (entry instanceof Entry.Unread) {
      assertThat(EntryCodec.write(entry)).isEqualTo(kept);
    }
  }

  @Provide
  Arbitrary<String> kind() {
    return Arbitraries.oneOf(
        Arbitraries.of(EntryCodec.KINDS.stream().sorted().toList()),
        Arbitraries.of("FIRMWARE", "WARP", ""));
  }

  @Provide
  Arbitrary<Map<String, String>> data() {
    return Arbitraries.maps(
            Arbitraries.of(
                "check",
                "outcome",
                "repair",
                "result",
                "entry",
                "corrects",
                "touches",
                "mark",
                "module",
                "slot",
                "sheet",
                "step",
                "what",
                "setting",
                "told"),
            Arbitraries.of(
                "",
                "works",
                "WORKS",
                "1",
                "0",
                "-7",
                "99999999999",
                "yes",
                "liquid",
                "memory",
                "power,cables",
                "nothing-known",
                "DONE",
                "begun"))
        .ofMaxSize(6);
  }

  @Test
  void saysWhatIsWrong() {
    Map.of(
            Map.of("check", "how-far"), "'outcome' is missing",
            Map.of("check", "a", "outcome", "b", "corrects", "x"), "no number of a line")
        .forEach(
            (data, fault) ->
                assertThatThrownBy(() -> EntryCodec.strictly(new EntryCodec.Kept("READING", data)))
                    .hasMessageContaining(fault));
    assertThatThrownBy(
            () ->
                EntryCodec.strictly(new EntryCodec.Kept("PUT_BACK", Map.of("touches", "the-moon"))))
        .hasMessageContaining("'touches' names what nothing is called");
  }

  @Test
  void factsOfTheFirstVersionsAreStillRead() {
    assertThat(EntryCodec.read(new EntryCodec.Kept("FIRMWARE", Map.of("mains", "yes"))))
        .isEqualTo(new Entry.Known(Facts.of(Map.of("mains", "yes"))));
  }

  /** A log that calls an answer by its earlier name still says it. */
  @Test
  void anAnswerThatWasRenamedSinceIsReadAsItIsCalledToday() {
    Entry read =
        EntryCodec.strictly(
            new EntryCodec.Kept(
                "READING", Map.of("check", "event-list", "outcome", "driver", "origin", "seen")));
    assertThat(read).isInstanceOf(Entry.Reading.class);
    Entry.Reading reading = (Entry.Reading) read;
    assertThat(Casebook.shipped().check(reading.check()).orElseThrow().outcome(reading.outcome()))
        .as("an outcome that the casebook has")
        .returns("device", Check.Outcome::id);
    assertThat(
            EntryCodec.strictly(
                new EntryCodec.Kept(
                    "READING",
                    Map.of("check", "driver-date", "outcome", "driver", "origin", "seen"))))
        .as("another check keeps its own")
        .returns("driver", entry -> ((Entry.Reading) entry).outcome());
  }
}
