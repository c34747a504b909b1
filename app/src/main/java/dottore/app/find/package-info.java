/**
 * The heart: suspects, the next step, answers, undo.
 *
 * <p>What may come in: Translation between the ticket's log and the diagnosis, and its pictures.
 */
@NullMarked
package dottore.app.find;

import org.jspecify.annotations.NullMarked;
