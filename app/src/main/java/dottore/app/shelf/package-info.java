/**
 * Shelf: sticks and what is on them, images, parts; what is out at a machine, and what goes on
 * which stick.
 *
 * <p>What may come in: what stands in the shop and belongs to it. That a stick is in a machine is
 * kept on the ticket's put-back list and nowhere else; rules belong to {@code core}.
 */
@NullMarked
package dottore.app.shelf;

import org.jspecify.annotations.NullMarked;
