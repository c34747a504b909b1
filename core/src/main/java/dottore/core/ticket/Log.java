package dottore.core.ticket;

import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Need;
import dottore.core.diagnosis.Case;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import dottore.core.ticket.Entry.Answer;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * All lines of a ticket, and what they say together. Immutable; folded once, in time linear in its
 * length.
 */
public final class Log {
  /**
   * An answer that counts, with its line.
   *
   * @param place the number of the line in whose place it stands; its own if it corrects none
   */
  public record Given(Line line, Answer answer, int place) {
    public int number() {
      return line.number();
    }
  }

  private final List<Line> lines;
  private final Set<Integer> gone = new HashSet<>();
  private final List<Given> given = new ArrayList<>();
  private final Map<String, String> facts = new LinkedHashMap<>();

  private Log(List<Line> lines) {
    this.lines = List.copyOf(lines);
    for (Line line : this.lines) {
      if (line.entry() instanceof Entry.TakenBack back) {
        gone.add(back.line());
      } else if (line.entry() instanceof Answer answer) {
        answer.origin().corrects().ifPresent(gone::add);
      }
    }
    Map<Integer, Integer> places = new HashMap<>();
    for (Line line : this.lines) {
      if (line.entry() instanceof Answer answer) {
        int corrected = answer.origin().corrects().orElse(line.number());
        int place = places.getOrDefault(corrected, line.number());
        places.put(line.number(), place);
        if (counts(line)) {
          given.add(new Given(line, answer, place));
        }
      } else if (line.entry() instanceof Entry.Known known && counts(line)) {
        facts.putAll(known.facts().kept());
      }
    }
    given.sort(Comparator.comparingInt(Given::place));
  }

  /**
   * @param lines in the order of their numbers
   */
  public static Log of(List<Line> lines) {
    return new Log(lines);
  }

  public List<Line> lines() {
    return lines;
  }

  public int size() {
    return lines.size();
  }

  /** The number of the last line; 0 if there is none. */
  public int last() {
    return lines.isEmpty() ? 0 : lines.get(lines.size() - 1).number();
  }

  /** Whether a line was neither taken back nor replaced. */
  public boolean counts(Line line) {
    return !gone.contains(line.number());
  }

  /** The line of a number, if it is there and counts. */
  public Optional<Line> line(int number) {
    return lines.stream().filter(line -> line.number() == number).filter(this::counts).findFirst();
  }

  /** The answers that count, in order; a correction stands where the corrected answer stood. */
  public List<Given> answers() {
    return Collections.unmodifiableList(given);
  }

  /** The last answer that counts to a check. */
  public Optional<Entry.Reading> reading(String check) {
    Optional<Entry.Reading> last = Optional.empty();
    for (Given one : given) {
      if (one.answer() instanceof Entry.Reading reading && reading.check().equals(check)) {
        last = Optional.of(reading);
      }
    }
    return last;
  }

  /** Whether a check was answered so and the answer counts. */
  public boolean answered(String check, String outcome) {
    return given.stream()
        .anyMatch(
            one ->
                one.answer() instanceof Entry.Reading reading
                    && reading.check().equals(check)
                    && reading.outcome().equals(outcome));
  }

  /** The last answer for undo. Lines recorded together are undone together, the last one first. */
  public List<Line> lastAnswers() {
    List<Line> last = new ArrayList<>();
    Optional<String> group = Optional.empty();
    for (int i = lines.size() - 1; i >= 0; i--) {
      Line line = lines.get(i);
      if (!(line.entry() instanceof Answer answer) || !counts(line) || answer.origin().told()) {
        continue;
      }
      Optional<String> together = answer.origin().together();
      if (last.isEmpty()) {
        last.add(line);
        group = together;
        if (group.isEmpty()) {
          break;
        }
      } else if (together.equals(group)) {
        last.add(line);
      } else {
        break;
      }
    }
    return last;
  }

  /** What is known of the machine, the last word on each fact. */
  public Facts facts() {
    return Facts.of(facts);
  }

  /** The same as it was known when a line was the last one. */
  public Facts facts(int upTo) {
    Map<String, String> then = new LinkedHashMap<>();
    for (Line line : lines) {
      if (line.number() <= upTo && line.entry() instanceof Entry.Known known && counts(line)) {
        then.putAll(known.facts().kept());
      }
    }
    return Facts.of(then);
  }

  /** Lines that count and mean one kind of thing, in order. */
  public <E extends Entry> List<Line> of(Class<E> kind) {
    return lines.stream().filter(line -> kind.isInstance(line.entry()) && counts(line)).toList();
  }

  /** The last line that counts and fits. */
  public Optional<Line> last(Predicate<Line> fits) {
    for (int i = lines.size() - 1; i >= 0; i--) {
      Line line = lines.get(i);
      if (counts(line) && fits.test(line)) {
        return Optional.of(line);
      }
    }
    return Optional.empty();
  }

  /** The proof of ownership that counts: looked at, or confirmed, by somebody who may decide. */
  public Optional<Line> proof() {
    return last(line -> line.entry() instanceof Entry.Proof proof && decided(line, proof));
  }

  /** A proof that an apprentice looked at and nobody confirmed yet. */
  public Optional<Line> proofToConfirm() {
    return proof().isPresent()
        ? Optional.empty()
        : last(line -> line.entry() instanceof Entry.Proof);
  }

  private boolean decided(Line line, Entry.Proof proof) {
    return proof.confirmed()
        || lines.stream()
            .anyMatch(
                other ->
                    other.entry() instanceof Entry.ProofConfirmed c
                        && c.line() == line.number()
                        && counts(other));
  }

  /**
   * The ticket as the diagnosis sees it.
   *
   * @param contexts what changed last and what the machine is, its kind included
   * @param missing what shop and ticket do not have
   */
  public Case asCase(Set<Context> contexts, Set<Mark> marks, Set<Need> missing) {
    return new Case(contexts, marks, missing, events());
  }

  private List<Event> events() {
    List<Event> events = new ArrayList<>();
    List<Line> changes = lines.stream().filter(line -> !line.entry().touches().isEmpty()).toList();
    int next = 0;
    for (Given one : given) {
      while (next < changes.size() && changes.get(next).number() < one.number()) {
        events.add(changed(changes.get(next++)));
      }
      events.add(event(one));
    }
    changes.subList(next, changes.size()).forEach(line -> events.add(changed(line)));
    return events;
  }

  private static Event event(Given one) {
    long ref = one.number();
    if (one.answer() instanceof Entry.Reading reading) {
      double weight = reading.origin().told() ? Event.TOLD : Event.SEEN;
      return new Event.Reading(ref, reading.check(), reading.outcome(), weight);
    } else if (one.answer() instanceof Entry.Tried tried) {
      return new Event.Tried(ref, tried.repair(), tried.result());
    } else if (one.answer() instanceof Entry.Aside aside) {
      return new Event.SetAside(ref, aside.step(), aside.reason());
    } else if (one.answer() instanceof Entry.Lifted lifted) {
      return new Event.Lifted(ref, lifted.mark(), lifted.reason());
    }
    throw new IllegalStateException("an answer of no kind: " + one);
  }

  private static Event changed(Line line) {
    return new Event.Changed(line.number(), line.entry().touches());
  }
}
