/**
 * From what is known of one machine to its suspects and the step that is expected to end the job
 * soonest.
 *
 * <p>What may come in: pure functions over immutable values. No clock, no randomness, no I/O.
 */
@NullMarked
package dottore.core.diagnosis;

import org.jspecify.annotations.NullMarked;
