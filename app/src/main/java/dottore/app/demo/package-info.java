/**
 * The demo shop.
 *
 * <p>What may come in: Invented data only, written through the same doors as real work.
 */
@NullMarked
package dottore.app.demo;

import org.jspecify.annotations.NullMarked;
