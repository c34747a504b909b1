/**
 * Gates: the points that must be good before something is written, converted, erased or handed
 * back.
 *
 * <p>What may come in: what holds for every gate. Which points there are, and how each is judged,
 * belongs to the room of the work.
 */
@NullMarked
package dottore.core.gate;

import org.jspecify.annotations.NullMarked;
