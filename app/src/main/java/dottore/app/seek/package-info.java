/**
 * The box that finds anything from any page: tickets, customers, machines, the casebook, places and
 * actions.
 *
 * <p>What may come in: what can be found, as a line with an address. It reads and never writes.
 */
@NullMarked
package dottore.app.seek;

import org.jspecify.annotations.NullMarked;
