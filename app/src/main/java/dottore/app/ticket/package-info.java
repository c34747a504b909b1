/**
 * The record: tickets, customers, machines, the log that only grows, put back, clocks, and search.
 *
 * <p>What may come in: Keeping and finding. What a ticket means for diagnosis is drawn from its
 * log; pages of a single tab live in their own rooms.
 */
@NullMarked
package dottore.app.ticket;

import org.jspecify.annotations.NullMarked;
