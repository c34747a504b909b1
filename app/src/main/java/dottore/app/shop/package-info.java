/**
 * The shop itself: its name, its rules, its shelf and its time.
 *
 * <p>What may come in: What every other room may use. Nothing that knows a ticket.
 */
@NullMarked
package dottore.app.shop;

import org.jspecify.annotations.NullMarked;
