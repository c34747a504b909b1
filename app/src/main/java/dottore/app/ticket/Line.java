package dottore.app.ticket;

import java.time.Instant;
import java.util.Map;

/**
 * A line of a ticket's log as others see it.
 *
 * @param seq its number on the ticket, counted from 1 without gaps
 * @param data what the line means, by kind
 */
public record Line(
    int seq, Instant at, String who, Kind kind, String text, Map<String, String> data) {

  /** What a line says. */
  public enum Kind {
    /** The machine came in. */
    RECEIVED,
    /** A check gave an answer: check, outcome, weight. */
    READING,
    /** A repair was carried out: repair, result. */
    TRIED,
    /** A step cannot be done here: step, reason. */
    ASIDE,
    /** A danger mark was lifted: mark, reason. */
    LIFTED,
    /** An earlier line no longer counts: entry. */
    TAKEN_BACK,
    /** A line written by hand. */
    NOTE,
    /** Something was borrowed from the machine. */
    BORROWED,
    /** Something was put back. */
    PUT_BACK,
    /** A clock was started or stopped. */
    CLOCK,
    /** One module was tried in one slot: module, slot, starts. */
    TRIAL,
    /** What is known or decided for work on the machine: facts by name, the last word counts. */
    FACT,
    /** A firmware setting was noted or put back: setting, and value or result. */
    SETTING,
    /** Proof of ownership was looked at: proof. */
    PROOF,
    /** A run sheet was begun or ended: sheet. */
    SHEET,
    /** A step of a run sheet was done or skipped: sheet, step, mark. */
    TICK,
    /** The passport was read. */
    PASSPORT,
    /** Arrival, waiting or promise was changed. */
    CHANGED,
    /** The ticket was closed. */
    CLOSED
  }

  /** Whether it can be taken back: an answer, and not a record of what happened around it. */
  public boolean answer() {
    return kind == Kind.READING || kind == Kind.TRIED || kind == Kind.ASIDE || kind == Kind.LIFTED;
  }

  public String get(String name) {
    return data.getOrDefault(name, "");
  }
}
