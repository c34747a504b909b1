/**
 * A drive exchanged: which drive fits the machine, how large it has to be, by which road the system
 * comes onto it, how the case is opened and closed again, and the steps in their order.
 *
 * <p>What may come in: Rules about taking one drive out and putting another in. Which disk is meant
 * and how a copy is proved belong to {@code drive}.
 */
@NullMarked
package dottore.core.swap;

import org.jspecify.annotations.NullMarked;
