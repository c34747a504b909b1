/**
 * What the trade knows: causes, checks and repairs, and where a start can stop.
 *
 * <p>What may come in: knowledge read from files and checked, and the words it is written in.
 * Nothing about one machine or one ticket; drawing conclusions is the diagnosis' work.
 */
@NullMarked
package dottore.core.casebook;

import org.jspecify.annotations.NullMarked;
