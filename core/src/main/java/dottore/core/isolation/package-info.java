/**
 * Taking things apart to see which of them fails: the fewest trials that tell parts from places.
 *
 * <p>What may come in: Plans of moves that isolate a fault. Whether such a plan is worth its
 * minutes is the diagnosis's to say.
 */
@NullMarked
package dottore.core.isolation;

import org.jspecify.annotations.NullMarked;
