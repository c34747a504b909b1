package dottore.core.ticket;

import java.time.Instant;

/**
 * A line of a ticket's log.
 *
 * @param number on the ticket, counted from 1 without gaps
 * @param text what it says, for people
 * @param entry what it means
 */
public record Line(int number, Instant at, String who, String text, Entry entry) {}
