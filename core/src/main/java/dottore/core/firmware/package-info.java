/**
 * Firmware: versions as makers write them, what to update and why, the gate before a flash, the
 * settings and the order of putting them back, resets, forgotten passwords.
 *
 * <p>What may come in: Rules about the code that a board starts with, and the run sheets of the
 * work on it. How a run sheet behaves belongs to {@code runsheet}.
 */
@NullMarked
package dottore.core.firmware;

import org.jspecify.annotations.NullMarked;
