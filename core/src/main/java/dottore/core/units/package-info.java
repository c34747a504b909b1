/**
 * Quantities of the trade: sizes in both counts, bench minutes, odds.
 *
 * <p>What may come in: small immutable value types with their arithmetic and their printed form.
 * Nothing that knows a machine or a ticket.
 */
@NullMarked
package dottore.core.units;

import org.jspecify.annotations.NullMarked;
