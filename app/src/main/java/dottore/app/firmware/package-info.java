/**
 * Fix, Firmware: what is known of a board, whether and how to update it, the gate, the settings
 * sheet, resets, forgotten passwords, upgrade blockers, and what came of the work.
 *
 * <p>What may come in: Translation between the ticket's log and core's {@code firmware}. Ticking
 * run sheets belongs to {@code runsheet}, clocks and put back to {@code ticket}.
 */
@NullMarked
package dottore.app.firmware;

import org.jspecify.annotations.NullMarked;
