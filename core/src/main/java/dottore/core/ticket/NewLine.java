package dottore.core.ticket;

import dottore.core.casebook.Check;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.isolation.ModuleTrials;
import dottore.core.reading.Answer;
import dottore.core.ticket.Entry.Origin;
import java.util.OptionalInt;

/**
 * A line about to be written into a log.
 *
 * @param text what it says, for people
 * @param entry what it means
 */
public record NewLine(String text, Entry entry) {

  public static NewLine note(String text) {
    return new NewLine(text, new Entry.Note());
  }

  public static NewLine changed(String text) {
    return new NewLine(text, new Entry.Changed());
  }

  public static NewLine clock(String text) {
    return new NewLine(text, new Entry.ClockMoved());
  }

  /** What is known from now on. */
  public static NewLine known(String text, Facts facts) {
    return new NewLine(text, new Entry.Known(facts));
  }

  public static NewLine reading(Check check, String outcome) {
    return new NewLine(
        check.name() + ": " + check.outcome(outcome).words(),
        new Entry.Reading(check.id(), outcome, Origin.SEEN));
  }

  /** What a reading says, with what was read. */
  public static NewLine read(Check check, Answer answer) {
    NewLine reading = reading(check, answer.outcome());
    return new NewLine(
        reading.text() + " (read: " + answer.because() + ")",
        new Entry.Reading(check.id(), answer.outcome(), Origin.SEEN.reading(answer.because())));
  }

  /** What the customer says; it counts less than what is seen. */
  public static NewLine told(Check check, String outcome) {
    return new NewLine(
        "Customer says: " + check.outcome(outcome).words(),
        new Entry.Reading(check.id(), outcome, Origin.TOLD));
  }

  public static NewLine tried(Repair repair, Event.Result result) {
    return new NewLine(
        repair.name() + ": " + result.words(), new Entry.Tried(repair.id(), result, Origin.SEEN));
  }

  /** What one module did alone in one slot. */
  public static NewLine trial(ModuleTrials.Trial trial, String module, int modules, int slots) {
    return new NewLine(
        module + " alone in slot " + trial.slot() + ": " + (trial.starts() ? "goes on" : "fails"),
        new Entry.Trial(
            trial.module(),
            trial.slot(),
            trial.starts(),
            OptionalInt.of(modules),
            OptionalInt.of(slots)));
  }

  public static NewLine aside(Step step, String reason) {
    String why = reason.isBlank() ? "" : " (" + reason.strip() + ")";
    return new NewLine(
        "Cannot do: " + step.name() + why, new Entry.Aside(step.id(), reason.strip(), Origin.SEEN));
  }

  public static NewLine lifted(Mark mark, String reason) {
    return new NewLine(
        mark.words() + ": road opened again, " + reason.strip(),
        new Entry.Lifted(mark, reason.strip(), Origin.SEEN));
  }

  /** An earlier line no longer counts. */
  public static NewLine takenBack(Line line) {
    return new NewLine("Taken back: " + line.text(), new Entry.TakenBack(line.number()));
  }

  /** The same answer, recorded in one go with others. */
  public NewLine together(String group) {
    return answering(a -> a.from(a.origin().together(group)));
  }

  /** The same answer, as what came of a run sheet. */
  public NewLine ofSheet(String sheet) {
    return answering(a -> a.from(a.origin().ofSheet(sheet)));
  }

  /** The same answer in the place of an earlier one. */
  public NewLine correcting(int line) {
    return answering(a -> a.from(a.origin().correcting(line))).saying("Corrected: " + text);
  }

  private NewLine answering(java.util.function.UnaryOperator<Entry.Answer> change) {
    if (!(entry instanceof Entry.Answer answer)) {
      throw new IllegalArgumentException("no answer: " + text);
    }
    return new NewLine(text, change.apply(answer));
  }

  public NewLine saying(String words) {
    return new NewLine(words, entry);
  }
}
