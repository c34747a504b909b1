/**
 * The bench today: what needs hands, what waits, what is ready.
 *
 * <p>What may come in: Views over all open tickets.
 */
@NullMarked
package dottore.app.today;

import org.jspecify.annotations.NullMarked;
