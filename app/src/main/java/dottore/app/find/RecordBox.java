package dottore.app.find;

import dottore.app.record.TicketFile;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Step;
import dottore.core.casebook.Vocabulary.Meaning;
import dottore.core.machine.MachineKind;
import dottore.core.words.Code;
import dottore.core.words.Wording;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What typed words may be recorded as. Nothing of it is taken until somebody marks it.
 *
 * @param codes numbers that were typed, with their meaning
 * @param hits steps, those first in which an answer was heard
 * @param also circumstances and dangers that the ticket does not know yet
 */
record RecordBox(String typed, List<Code> codes, List<Hit> hits, List<Also> also) {
  private static final int HITS = 8;
  private static final int HEARD = 4;

  /**
   * A step that matches typed words, with its answers.
   *
   * @param heard the words in which an answer was heard, or empty
   * @param means the answers that were heard, to be tapped first; mostly one, or none
   */
  record Hit(
      String id,
      String name,
      String kind,
      String heard,
      Set<String> means,
      List<FindPage.Choice> choices) {
    Hit {
      means = Set.copyOf(means);
      choices = List.copyOf(choices);
    }
  }

  /** A circumstance or danger that was heard; one surely heard is taken until it is unticked. */
  record Also(String field, String words, String heard, boolean danger) {}

  static RecordBox of(String typed, Casebook casebook, Wording wording, TicketFile file) {
    List<Wording.Proposal> heard = wording.proposals(typed, HEARD);
    List<Code> codes = Code.within(typed, HITS);
    Hearing hearing = new Hearing(casebook, file.machine().kind());
    return new RecordBox(typed, codes, hearing.hits(typed, heard, codes), also(file, heard));
  }

  public boolean nothing() {
    return !typed.isEmpty() && codes.isEmpty() && hits.isEmpty() && also.isEmpty();
  }

  private static List<Also> also(TicketFile file, List<Wording.Proposal> heard) {
    List<Also> also = new ArrayList<>();
    for (Wording.Proposal proposal : heard) {
      if (proposal.meaning() instanceof Meaning.Circumstance c
          && !file.contexts().contains(c.context())) {
        also.add(
            new Also("context." + c.context().id(), proposal.words(), proposal.heard(), false));
      } else if (proposal.meaning() instanceof Meaning.Danger d
          && !file.marks().contains(d.mark())) {
        also.add(
            new Also(
                "mark." + d.mark().id(),
                "⊘ " + proposal.words(),
                proposal.heard(),
                proposal.sureDanger().isPresent()));
      }
    }
    return also;
  }

  /** What the words sound like on one kind of machine. */
  private record Hearing(Casebook casebook, MachineKind kind) {
    List<Hit> hits(String typed, List<Wording.Proposal> heard, List<Code> codes) {
      Map<String, Hit> hits = new LinkedHashMap<>();
      for (Code code : codes) {
        code.meaning().ifPresent(answer -> hear(hits, answer, code.number()));
      }
      for (Wording.Proposal proposal : heard) {
        if (proposal.meaning() instanceof Meaning.Answer answer) {
          hear(hits, answer, proposal.heard());
        }
      }
      for (Step step : casebook.find(typed, HITS)) {
        if (hits.size() < HITS) {
          hits.putIfAbsent(step.id(), hit(step, "", Set.of()));
        }
      }
      return List.copyOf(hits.values());
    }

    private void hear(Map<String, Hit> hits, Meaning.Answer answer, String heard) {
      Set<String> means = new LinkedHashSet<>();
      Hit before = hits.get(answer.check());
      if (before != null) {
        means.addAll(before.means());
      }
      means.add(answer.outcome());
      casebook
          .check(answer.check())
          .filter(check -> check.canAnswer(answer.outcome(), kind))
          .ifPresent(
              check ->
                  hits.put(check.id(), hit(check, before == null ? heard : before.heard(), means)));
    }

    private Hit hit(Step step, String heard, Set<String> means) {
      if (step instanceof Check check) {
        List<FindPage.Choice> choices =
            check.outcomesOn(kind).stream()
                .map(o -> new FindPage.Choice(o.id(), o.words(), means.contains(o.id())))
                .sorted(Comparator.comparing(choice -> !choice.now()))
                .toList();
        return new Hit(step.id(), step.name(), "check", heard, means, choices);
      }
      return new Hit(
          step.id(),
          step.name(),
          "repair",
          "",
          Set.of(),
          List.of(
              new FindPage.Choice("works", "Works now", false),
              new FindPage.Choice("same", "No change", false),
              new FindPage.Choice("elsewhere", "Stops elsewhere", false)));
    }
  }
}
