/**
 * Run sheets: the steps of a piece of work with their order, their attended and unattended minutes,
 * what each borrows and gives back, and which of them nobody may disturb.
 *
 * <p>What may come in: What holds for every run sheet. The steps of one kind of work belong to the
 * room of that work.
 */
@NullMarked
package dottore.core.runsheet;

import org.jspecify.annotations.NullMarked;
