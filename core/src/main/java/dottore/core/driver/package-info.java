/**
 * Drivers: which device has which, which package is right for it, in which order packages are put
 * on, and which one makes a machine crash.
 *
 * <p>What may come in: what holds for devices and their drivers on any system. What a system itself
 * wants, and how it is installed, belongs to its own room.
 */
@NullMarked
package dottore.core.driver;

import org.jspecify.annotations.NullMarked;
