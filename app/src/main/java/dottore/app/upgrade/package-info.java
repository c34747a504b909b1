/**
 * Fix, Firmware, Upgrade blockers: what keeps a machine from taking a current system, and the one
 * run sheet that lifts it.
 *
 * <p>What may come in: the page of core's {@code upgrade}. Steps on drive and firmware come from
 * their desks.
 */
@NullMarked
package dottore.app.upgrade;

import org.jspecify.annotations.NullMarked;
