package dottore.app.arrival;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Vocabulary.Meaning;
import dottore.core.machine.MachineKind;
import dottore.core.words.Wording;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Something that the complaint sounds like, as a field to be taken over.
 *
 * @param from the words in which it was heard
 * @param danger whether it is taken until somebody says no
 */
record Heard(String field, String value, String words, String from, boolean taken, boolean danger) {
  /** For one clause; each further one has room for more. */
  private static final int FOR_ONE_CLAUSE = 4;

  static List<Heard> in(ArrivalForm form, Wording wording, Casebook casebook) {
    return wording.proposals(form.get("complaint"), FOR_ONE_CLAUSE).stream()
        .filter(proposal -> canBe(proposal.meaning(), form.kind(), casebook))
        .map(proposal -> of(proposal, form, casebook))
        .toList();
  }

  private static boolean canBe(Meaning meaning, Optional<MachineKind> kind, Casebook casebook) {
    return !(meaning instanceof Meaning.Answer answer)
        || kind.isEmpty()
        || casebook
            .check(answer.check())
            .filter(check -> check.canAnswer(answer.outcome(), kind.get()))
            .isPresent();
  }

  /** The dangers that are surely heard. */
  static Set<Mark> dangers(String complaint, Wording wording) {
    return wording.proposals(complaint, FOR_ONE_CLAUSE).stream()
        .flatMap(proposal -> proposal.sureDanger().stream())
        .collect(Collectors.toCollection(() -> EnumSet.noneOf(Mark.class)));
  }

  private static Heard of(Wording.Proposal proposal, ArrivalForm form, Casebook casebook) {
    String words = proposal.words();
    if (proposal.meaning() instanceof Meaning.Circumstance c) {
      return picked("contexts", c.context().id(), words, proposal, form);
    }
    if (proposal.meaning() instanceof Meaning.Danger d) {
      Heard danger = picked("marks", d.mark().id(), "⊘ " + words, proposal, form);
      return proposal.sureDanger().isPresent() ? danger.until(form.taken(d.mark())) : danger;
    }
    Meaning.Answer answer = (Meaning.Answer) proposal.meaning();
    if (answer.check().equals(Check.HOW_FAR)) {
      boolean told = form.get("told").equals(answer.outcome());
      return new Heard("told", answer.outcome(), words, proposal.heard(), told, false);
    }
    String asks = casebook.check(answer.check()).orElseThrow().name();
    String said = answer.check() + "=" + answer.outcome();
    return picked(ArrivalForm.SAID, said, asks + ": " + words, proposal, form);
  }

  private static Heard picked(
      String field, String value, String words, Wording.Proposal proposal, ArrivalForm form) {
    return new Heard(field, value, words, proposal.heard(), form.has(field, value), false);
  }

  /** The same as a danger that is taken unless somebody said no. */
  private Heard until(boolean stillTaken) {
    return new Heard(field, value, words, from, stillTaken, true);
  }
}
