/**
 * What is said when something cannot be done: it is not there, it came too late, it is refused.
 *
 * <p>What may come in: exceptions whose message is shown to whoever asked. How they are shown
 * belongs to {@code frame}.
 */
@NullMarked
package dottore.app.said;

import org.jspecify.annotations.NullMarked;
