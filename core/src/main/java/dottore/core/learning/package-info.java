/**
 * What closed tickets teach: the odds of causes and the minutes of steps.
 *
 * <p>What may come in: Ways in which confirmed work moves the casebook's numbers, each with its
 * source. The tickets themselves stay outside.
 */
@NullMarked
package dottore.core.learning;

import org.jspecify.annotations.NullMarked;
