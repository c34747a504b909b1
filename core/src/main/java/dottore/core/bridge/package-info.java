/**
 * Between the practice machine and the casebook: what is seen there as answers, repairs as acts.
 *
 * <p>What may come in: tables from one vocabulary into the other, each line following from the
 * state of the machine. No odds: what an observer takes wrong is drawn here, not in the casebook.
 */
@NullMarked
package dottore.core.bridge;

import org.jspecify.annotations.NullMarked;
