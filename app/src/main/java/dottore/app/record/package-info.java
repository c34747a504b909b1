/**
 * The record of the shop: tickets, customers, machines, logs that only grow, what is owed, clocks,
 * run sheets, pictures, and the one way to write to them.
 *
 * <p>What may come in: keeping and finding. What may be written is decided inside the ticket's
 * lock, by rules of core; pages live in their own rooms.
 */
@NullMarked
package dottore.app.record;

import org.jspecify.annotations.NullMarked;
