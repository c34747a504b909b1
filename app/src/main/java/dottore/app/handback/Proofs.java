package dottore.app.handback;

import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.core.casebook.Check;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.proof.LeastProof;
import dottore.core.proof.Measure;
import dottore.core.proof.ProofFacts;
import dottore.core.proof.ProofPlan;
import dottore.core.proof.ProofReading;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Log;
import dottore.core.ticket.NewLine;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is measured before a machine leaves, by what was done to it. */
@Component
class Proofs {
  /**
   * A measure as it is asked.
   *
   * @param unit of its number; empty where it is only looked at
   * @param state good, bad or open
   */
  record Row(
      String words,
      String how,
      String because,
      String unit,
      String limit,
      String state,
      String before,
      String beforeValue,
      String after,
      String afterValue,
      String fine,
      String fineValue) {}

  private static final int PERCENT = 100;

  private final Record record;

  Proofs(Record record) {
    this.record = record;
  }

  ProofPlan plan(TicketFile file) {
    return ProofPlan.of(touched(file), file.machine().kind(), file.log().facts());
  }

  /** Whatever was tried touched its parts, whether it cured or not. */
  private Set<Touched> touched(TicketFile file) {
    Set<Touched> touched = EnumSet.noneOf(Touched.class);
    file.log().answers().stream()
        .flatMap(
            given ->
                given.answer() instanceof Entry.Tried tried
                    ? record.casebook().repair(tried.repair()).stream()
                    : Stream.empty())
        .forEach(repair -> touched.addAll(repair.effort().changes()));
    return touched;
  }

  /**
   * The rows of the page; of a ticket that is over only what was measured.
   *
   * @param typed what was typed and not taken, by the name of its field
   */
  List<Row> rows(TicketFile file, Map<String, String> typed) {
    Facts facts = file.log().facts();
    return plan(file).points().stream()
        .filter(point -> file.open() || point.state() != ProofPlan.State.OPEN)
        .map(point -> row(point, facts, typed))
        .toList();
  }

  /** What was measured answers the checks that ask it; called while the ticket is held. */
  void answer(Writing writing, Facts before) {
    Log log = writing.log();
    List<NewLine> lines =
        ProofReading.of(before, log.facts()).stream()
            .filter(a -> !log.answered(a.check(), a.outcome()))
            .flatMap(
                a ->
                    writing.casebook().check(a.check()).stream()
                        .map(check -> NewLine.read(check, a)))
            .toList();
    if (!lines.isEmpty()) {
      writing.record(log.last(), lines);
    }
  }

  /**
   * A look of the least set.
   *
   * @param shows what it would have shown, with per cent
   */
  record LookRow(String name, String minutes, String shows, boolean done) {}

  /**
   * The least that would have caught what this ticket had.
   *
   * @param missed what no look shows surely, in words
   */
  record Least(String minutes, List<LookRow> looks, List<String> missed) {}

  /** Computed from what was cured; nothing while that is not known. */
  @Nullable Least least(TicketFile file, Assessment assessment) {
    List<Stage> seen = seen(file);
    List<LeastProof.Fault> faults =
        assessment.curedCauses().stream().map(cause -> LeastProof.fault(cause, seen)).toList();
    if (faults.isEmpty()) {
      return null;
    }
    List<String> checks = new ArrayList<>(List.of(Check.HOW_FAR));
    checks.addAll(ProofReading.checks());
    assessment.proof().forEach(reading -> checks.add(reading.check()));
    LeastProof least = LeastProof.of(record.casebook(), faults, checks, file.machine().kind());
    Set<String> done =
        assessment.proof().stream().map(Event.Reading::check).collect(Collectors.toSet());
    return new Least(
        minutes(least.minutes()),
        least.looks().stream()
            .map(
                look ->
                    new LookRow(
                        look.check().name(),
                        minutes(look.minutes()),
                        look.shows().stream()
                            .map(s -> percent(s.surely()) + " of " + s.cause().name())
                            .collect(Collectors.joining(", ")),
                        done.contains(look.check().id())))
            .toList(),
        least.missed().stream()
            .map(
                m ->
                    m.cause().name()
                        + ": no look shows it surely, all together in "
                        + percent(m.surely())
                        + "; run it three times as long as it used to take")
            .toList());
  }

  private static String minutes(double minutes) {
    return Math.max(1, Math.round(minutes)) + " min";
  }

  private static String percent(double chance) {
    return Math.round(chance * PERCENT) + " %";
  }

  /** Where the machine stopped, as it was told and seen. */
  private static List<Stage> seen(TicketFile file) {
    List<Stage> seen = new ArrayList<>();
    file.log()
        .answers()
        .forEach(
            given -> {
              if (given.answer() instanceof Entry.Reading reading
                  && reading.check().equals(Check.HOW_FAR)
                  && !reading.outcome().equals(Check.WORKS)) {
                seen.add(Stage.of(reading.outcome()));
              }
            });
    return seen;
  }

  private static Row row(ProofPlan.Point point, Facts facts, Map<String, String> typed) {
    Measure m = point.measure();
    boolean counted = m.unit().isPresent();
    String before = counted ? ProofFacts.before(m).name() : "";
    String after = counted ? ProofFacts.after(m).name() : "";
    String fine = counted ? "" : ProofFacts.fine(m).name();
    Map<String, String> kept = facts.kept();
    return new Row(
        m.words(),
        m.how(),
        point.because(),
        m.unit().orElse(""),
        m.most().isPresent()
            ? "at most " + Math.round(m.most().getAsDouble()) + " " + m.unit().orElse("")
            : "",
        point.state().name().toLowerCase(java.util.Locale.ROOT),
        before,
        typed.getOrDefault(before, kept.getOrDefault(before, "")),
        after,
        typed.getOrDefault(after, kept.getOrDefault(after, "")),
        fine,
        typed.getOrDefault(fine, kept.getOrDefault(fine, "")));
  }
}
