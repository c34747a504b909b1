/**
 * What a machine is: its kind, its passport of processor, memory, board and firmware, its drives,
 * the way it boots and whether it is encrypted.
 *
 * <p>What may come in: facts that a machine has whether or not it is broken. Verdicts about them
 * live in the rooms that judge.
 */
@NullMarked
package dottore.core.machine;

import org.jspecify.annotations.NullMarked;
