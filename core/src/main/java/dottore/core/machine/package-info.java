/**
 * What a machine is: its kind and its passport of processor, memory, board and firmware.
 *
 * <p>What may come in: facts that a machine has whether or not it is broken. Verdicts about them
 * live in the rooms that judge.
 */
@NullMarked
package dottore.core.machine;

import org.jspecify.annotations.NullMarked;
