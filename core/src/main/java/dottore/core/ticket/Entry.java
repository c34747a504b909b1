package dottore.core.ticket;

import dottore.core.casebook.Mark;
import dottore.core.casebook.Touched;
import dottore.core.diagnosis.Event;
import dottore.core.facts.Facts;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * What a line of a ticket's log means. Its words stand beside it; only the meaning counts.
 *
 * @see EntryCodec how it is kept
 */
public sealed interface Entry {
  /** An answer: it can be taken back by undo, and it counts in the diagnosis. */
  sealed interface Answer extends Entry {
    /** The step that it is about. */
    String step();

    /** How it came about. */
    Origin origin();

    /** The same with another origin. */
    Answer from(Origin origin);

    /** Whether it says the same of the same step. */
    boolean agrees(Answer other);

    /** Whether it is about the same step in the same way. */
    default boolean rivals(Answer other) {
      return getClass() == other.getClass() && step().equals(other.step());
    }
  }

  /**
   * How an answer came about.
   *
   * @param told whether the customer says so, and nobody saw it
   * @param read what was read, where a reading gave the answer
   * @param together joins answers that were recorded in one go and are undone in one go
   * @param sheet the run sheet that it came of
   * @param corrects the number of the line in whose place it stands
   */
  record Origin(
      boolean told,
      Optional<String> read,
      Optional<String> together,
      Optional<String> sheet,
      OptionalInt corrects) {
    /** Seen at the bench, alone. */
    public static final Origin SEEN =
        new Origin(
            false, Optional.empty(), Optional.empty(), Optional.empty(), OptionalInt.empty());

    public static final Origin TOLD =
        new Origin(true, Optional.empty(), Optional.empty(), Optional.empty(), OptionalInt.empty());

    public Origin reading(String because) {
      return new Origin(told, Optional.of(because), together, sheet, corrects);
    }

    public Origin together(String group) {
      return new Origin(told, read, Optional.of(group), sheet, corrects);
    }

    public Origin ofSheet(String id) {
      return new Origin(told, read, together, Optional.of(id), corrects);
    }

    public Origin correcting(int line) {
      return new Origin(told, read, together, sheet, OptionalInt.of(line));
    }

    /** Whether it is a step that somebody did now, so that what it borrows is borrowed with it. */
    public boolean ownWork() {
      return !told && sheet.isEmpty() && corrects.isEmpty();
    }
  }

  /** The machine came in. */
  record Received() implements Entry {}

  /** A check gave an answer. */
  record Reading(String check, String outcome, Origin origin) implements Answer {
    @Override
    public String step() {
      return check;
    }

    @Override
    public Reading from(Origin other) {
      return new Reading(check, outcome, other);
    }

    @Override
    public boolean agrees(Answer other) {
      return other instanceof Reading reading
          && reading.check.equals(check)
          && reading.outcome.equals(outcome);
    }
  }

  /** A repair was carried out. */
  record Tried(String repair, Event.Result result, Origin origin) implements Answer {
    @Override
    public String step() {
      return repair;
    }

    @Override
    public Tried from(Origin other) {
      return new Tried(repair, result, other);
    }

    @Override
    public boolean agrees(Answer other) {
      return other instanceof Tried tried && tried.repair.equals(repair) && tried.result == result;
    }
  }

  /** A step cannot be done here. */
  record Aside(String step, String reason, Origin origin) implements Answer {
    @Override
    public Aside from(Origin other) {
      return new Aside(step, reason, other);
    }

    @Override
    public boolean agrees(Answer other) {
      return other instanceof Aside aside && aside.step.equals(step);
    }
  }

  /** The road was opened again in spite of a danger. */
  record Lifted(Mark mark, String reason, Origin origin) implements Answer {
    @Override
    public String step() {
      return mark.id();
    }

    @Override
    public Lifted from(Origin other) {
      return new Lifted(mark, reason, other);
    }

    @Override
    public boolean agrees(Answer other) {
      return other instanceof Lifted lifted && lifted.mark == mark;
    }
  }

  /** An earlier line no longer counts. */
  record TakenBack(int line) implements Entry {}

  /** Written by hand, or what needs no meaning of its own. */
  record Note() implements Entry {}

  /** Something was borrowed from the machine. */
  record Borrowed() implements Entry {}

  /**
   * Something was put back.
   *
   * @param touches what that touches, so that readings are taken again
   */
  record PutBack(Set<Touched> touches) implements Entry {
    public PutBack {
      touches = Set.copyOf(touches);
    }
  }

  /** A clock was started or stopped. */
  record ClockMoved() implements Entry {}

  /**
   * One module was tried in one slot, both counted from 1.
   *
   * @param modules how many there are, and slots likewise, as they were said with the trial
   */
  record Trial(int module, int slot, boolean starts, OptionalInt modules, OptionalInt slots)
      implements Entry {}

  /** What is known or decided for work on the machine; the last word on each fact counts. */
  record Known(Facts facts) implements Entry {}

  /**
   * A firmware setting was noted.
   *
   * @param value empty if it is not noted any more
   */
  record SettingNoted(String setting, String value) implements Entry {}

  /** A firmware setting went back. */
  record SettingBack(String setting, boolean holds, Set<Touched> touches) implements Entry {
    public SettingBack {
      touches = Set.copyOf(touches);
    }
  }

  /**
   * Proof of ownership was looked at.
   *
   * @param confirmed whether whoever looked may decide alone
   */
  record Proof(String proof, String shown, boolean confirmed) implements Entry {}

  /** What an apprentice looked at was looked at once more by somebody who is none. */
  record ProofConfirmed(int line) implements Entry {}

  /** A run sheet was begun, set aside, or is over. */
  record Sheet(String sheet, Turn turn) implements Entry {
    /** What became of it. */
    public enum Turn {
      BEGUN,
      ASIDE,
      CONCLUDED
    }
  }

  /** A step of a run sheet was done or skipped. */
  record Ticked(String sheet, String step, boolean done) implements Entry {}

  /** The passport was read. */
  record PassportRead() implements Entry {}

  /** Arrival, waiting or promise was changed. */
  record Changed() implements Entry {}

  /** The ticket was closed. */
  record Closed() implements Entry {}

  /**
   * A line that was kept by another version, or came from elsewhere, and cannot be read: it counts
   * for nothing, and it stays.
   */
  record Unread(String kind, Map<String, String> data) implements Entry {
    public Unread {
      data = Map.copyOf(data);
    }
  }

  /** What a change beside the steps touches, so that readings that depend on it are taken again. */
  default Set<Touched> touches() {
    if (this instanceof PutBack back) {
      return back.touches();
    }
    return this instanceof SettingBack setting ? setting.touches() : Set.of();
  }
}
