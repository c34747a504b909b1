/**
 * Practice: a machine with a hidden fault, drawn open, on which an apprentice works.
 *
 * <p>What may come in: Pages on which such a machine is worked at, looked back on, and chosen. What
 * it does and what advice would have done is computed in core.
 */
@NullMarked
package dottore.app.practice;

import org.jspecify.annotations.NullMarked;
