package dottore.core.ticket;

import java.time.Instant;

/**
 * A line of a ticket's log.
 *
 * @param number on the ticket, counted from 1 without gaps
 * @param text what it says, for people
 * @param entry what it means
 * @param from the shop and ticket it was brought from; empty if it was written here
 */
public record Line(int number, Instant at, String who, String text, Entry entry, String from) {
  /** A line that was written here. */
  public Line(int number, Instant at, String who, String text, Entry entry) {
    this(number, at, who, text, entry, "");
  }
}
