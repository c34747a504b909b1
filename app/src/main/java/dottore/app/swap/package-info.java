/**
 * Fix, Drive, Replace: which drive fits, what to order, by which road the system comes onto it, and
 * the map of the screws.
 *
 * <p>What may come in: the page of an exchange and what it reads from and writes to the log. Rules
 * belong to {@code core}.
 */
@NullMarked
package dottore.app.swap;

import org.jspecify.annotations.NullMarked;
