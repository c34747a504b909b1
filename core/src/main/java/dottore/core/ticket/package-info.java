/**
 * The ticket: the entries of its log, what follows from them, and the gate at its end.
 *
 * <p>What may come in: what a line of the log can mean, how it is kept, and what all lines together
 * say: which answers and facts stand, what was taken back, what is owed. What a fact or an answer
 * means for one kind of work belongs to the room of that work.
 */
@NullMarked
package dottore.core.ticket;

import org.jspecify.annotations.NullMarked;
