/**
 * The place Tickets: search, filters, pages.
 *
 * <p>What may come in: lists over all tickets.
 */
@NullMarked
package dottore.app.tickets;

import org.jspecify.annotations.NullMarked;
