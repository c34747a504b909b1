/**
 * The end of a ticket: proof, the gate, the sheet on paper.
 *
 * <p>What may come in: Everything between 'it works' and 'it is gone'.
 */
@NullMarked
package dottore.app.handback;

import org.jspecify.annotations.NullMarked;
