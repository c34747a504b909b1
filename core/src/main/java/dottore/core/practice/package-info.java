/**
 * A simulated machine with a hidden fault: its parts, what a start does, what hands and eyes find.
 *
 * <p>What may come in: physics and logic of a machine, faults to put into one, acts at a bench and
 * what they lead to. Nothing of the casebook, its odds or its names, so that the advice is measured
 * against something that does not know it.
 */
@NullMarked
package dottore.core.practice;

import org.jspecify.annotations.NullMarked;
