/**
 * Run sheets as a page and on paper: steps in their order, ticked, skipped or opened again.
 *
 * <p>What may come in: How a run sheet is shown and worked through. What is on it comes from the
 * room of the work.
 */
@NullMarked
package dottore.app.runsheet;

import org.jspecify.annotations.NullMarked;
