/**
 * Upgrades: what keeps a machine from taking a current system, and the one order in which it is
 * lifted, over firmware and drive.
 *
 * <p>What may come in: work that orders the steps of several desks. The steps themselves belong to
 * the desk that knows them.
 */
@NullMarked
package dottore.core.upgrade;

import org.jspecify.annotations.NullMarked;
