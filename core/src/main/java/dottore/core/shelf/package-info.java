/**
 * What stands on a shop's shelf: sticks, the images on them, parts; how fresh a stick is, and which
 * images go on which stick.
 *
 * <p>What may come in: rules about what is kept at hand. What a drive under repair needs belongs to
 * {@code swap} and {@code drive}.
 */
@NullMarked
package dottore.core.shelf;

import org.jspecify.annotations.NullMarked;
