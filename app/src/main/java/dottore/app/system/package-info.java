/**
 * Fix, System: which system, whether the machine has what it wants, by which road, and the run
 * sheet.
 *
 * <p>What may come in: What is shown and posted there; the rules are core's.
 */
@NullMarked
package dottore.app.system;

import org.jspecify.annotations.NullMarked;
