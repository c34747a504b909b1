package dottore.app.handback;

import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.core.casebook.Touched;
import dottore.core.facts.Facts;
import dottore.core.proof.Measure;
import dottore.core.proof.ProofFacts;
import dottore.core.proof.ProofPlan;
import dottore.core.ticket.Entry;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
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
