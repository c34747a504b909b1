/**
 * Taking a machine in: the one-page form, its draft, the tag.
 *
 * <p>What may come in: Everything about the moment at the counter.
 */
@NullMarked
package dottore.app.arrival;

import org.jspecify.annotations.NullMarked;
