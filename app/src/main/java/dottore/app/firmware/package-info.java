/**
 * Fix, Firmware: what is known of a board, whether and how to update it, the gate, the settings
 * sheet, resets, forgotten passwords, and what came of the work.
 *
 * <p>What may come in: Translation between a ticket and core's {@code firmware}. What every desk
 * has belongs to {@code desk}, ticking run sheets to {@code runsheet}, writing to {@code record}.
 */
@NullMarked
package dottore.app.firmware;

import org.jspecify.annotations.NullMarked;
