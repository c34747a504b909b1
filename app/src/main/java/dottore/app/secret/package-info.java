/**
 * Keys of customers, sealed: kept so that a copy of the database tells nothing, shown on a click
 * that the log tells of, destroyed when the machine leaves.
 *
 * <p>What may come in: Whatever must never stand in the clear.
 */
@NullMarked
package dottore.app.secret;

import org.jspecify.annotations.NullMarked;
