/**
 * Simulated stand-ins for the outside world, each behind an interface of core and chosen by
 * configuration.
 *
 * <p>What may come in: Invented makers and devices that answer as real ones would.
 */
@NullMarked
package dottore.app.standin;

import org.jspecify.annotations.NullMarked;
