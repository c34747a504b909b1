package dottore.app.ticket;

import dottore.core.casebook.Check;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Event;
import dottore.core.isolation.ModuleTrials;
import dottore.core.reading.Answer;
import java.util.HashMap;
import java.util.Map;

/** A line about to be written into a log. */
public record NewLine(Line.Kind kind, String text, Map<String, String> data) {

  public static NewLine note(String text) {
    return new NewLine(Line.Kind.NOTE, text, Map.of());
  }

  public static NewLine reading(Check check, String outcome) {
    return new NewLine(
        Line.Kind.READING,
        check.name() + ": " + check.outcome(outcome).words(),
        Map.of("check", check.id(), "outcome", outcome));
  }

  /** What a reading says, with what was read. */
  public static NewLine read(Check check, Answer answer) {
    NewLine reading = reading(check, answer.outcome());
    return reading
        .with("read", answer.because())
        .saying(reading.text() + " (read: " + answer.because() + ")");
  }

  /** What the customer says; it counts less than what is seen. */
  public static NewLine told(Check check, String outcome) {
    NewLine reading = reading(check, outcome);
    return reading.with("told", "yes").saying("Customer says: " + check.outcome(outcome).words());
  }

  public static NewLine tried(Repair repair, Event.Result result) {
    String ending =
        switch (result) {
          case WORKS -> "works now";
          case SAME -> "no change";
          case ELSEWHERE -> "stops elsewhere now";
        };
    return new NewLine(
        Line.Kind.TRIED,
        repair.name() + ": " + ending,
        Map.of("repair", repair.id(), "result", result.id()));
  }

  /** What one module did alone in one slot. */
  public static NewLine trial(ModuleTrials.Trial trial, String module) {
    return new NewLine(
        Line.Kind.TRIAL,
        module + " alone in slot " + trial.slot() + ": " + (trial.starts() ? "goes on" : "fails"),
        Map.of(
            "module", String.valueOf(trial.module()),
            "slot", String.valueOf(trial.slot()),
            "starts", trial.starts() ? "yes" : "no"));
  }

  public static NewLine aside(Step step, String reason) {
    String why = reason.isBlank() ? "" : " (" + reason.strip() + ")";
    return new NewLine(
        Line.Kind.ASIDE,
        "Cannot do: " + step.name() + why,
        Map.of("step", step.id(), "reason", reason.strip()));
  }

  public static NewLine lifted(Mark mark, String reason) {
    return new NewLine(
        Line.Kind.LIFTED,
        mark.words() + ": road opened again, " + reason.strip(),
        Map.of("mark", mark.id(), "reason", reason.strip()));
  }

  public NewLine with(String name, String value) {
    Map<String, String> more = new HashMap<>(data);
    more.put(name, value);
    return new NewLine(kind, text, more);
  }

  public NewLine saying(String words) {
    return new NewLine(kind, words, data);
  }
}
