/**
 * The system put back: what a system wants, whether a machine has it, by which road, in which
 * steps, and its key.
 *
 * <p>What may come in: Profiles of systems and what follows from them for one machine.
 */
@NullMarked
package dottore.core.system;

import org.jspecify.annotations.NullMarked;
