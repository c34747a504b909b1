/**
 * When a shop is open: its week and its holidays.
 *
 * <p>What may come in: rules about days and hours that know no shop and ask no clock.
 */
@NullMarked
package dottore.core.hours;

import org.jspecify.annotations.NullMarked;
