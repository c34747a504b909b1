/**
 * The shop itself: its name, its rules, its shelf, its time, and the frame around every page.
 *
 * <p>What may come in: What every other room may use. Nothing that knows a ticket.
 */
@NullMarked
package dottore.app.shop;

import org.jspecify.annotations.NullMarked;
