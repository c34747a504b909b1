/**
 * Numbers: what the shop's closed tickets taught, beside what shipped.
 *
 * <p>What may come in: Pages of counted and computed figures about the whole shop, each with the
 * count it rests on.
 */
@NullMarked
package dottore.app.numbers;

import org.jspecify.annotations.NullMarked;
