/**
 * Somebody works at a practice machine: what they do, what it costs, and what may be learned of it.
 *
 * <p>What may come in: moves at the machine and their consequences, the debrief, and which case is
 * worth practicing next. No clock and no storage: a rehearsal is its case and the list of its
 * moves.
 */
@NullMarked
package dottore.core.rehearsal;

import org.jspecify.annotations.NullMarked;
