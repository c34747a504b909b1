/**
 * Fix, Drivers: which devices a machine has and what their drivers are worth, in which order
 * packages go on, and which driver an event list accuses.
 *
 * <p>What may come in: What is shown and posted there, and what the columns of such lists are
 * called; the rules are core's.
 */
@NullMarked
package dottore.app.driver;

import org.jspecify.annotations.NullMarked;
