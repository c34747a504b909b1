/**
 * What stands around every page: the places, the ticket's head and side, the band of what must not
 * be touched, and what is said when something breaks; and what comes in from outside: uploads and
 * typed text.
 *
 * <p>What may come in: what holds for pages of every room. What a page is about belongs to its
 * room.
 */
@NullMarked
package dottore.app.frame;

import org.jspecify.annotations.NullMarked;
