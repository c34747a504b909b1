/**
 * The casebook as a place: causes, checks and repairs to read, searched and explained, and the
 * owner's own entries to write.
 *
 * <p>What may come in: Pages about what is known in general. What is known of one machine is
 * Find's.
 */
@NullMarked
package dottore.app.casebook;

import org.jspecify.annotations.NullMarked;
