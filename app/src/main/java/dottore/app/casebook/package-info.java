/**
 * The casebook as a place to read: causes, checks and repairs, searched and explained.
 *
 * <p>What may come in: Pages about what is known in general. What is known of one machine is
 * Find's.
 */
@NullMarked
package dottore.app.casebook;

import org.jspecify.annotations.NullMarked;
