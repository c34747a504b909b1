/**
 * Roads to one end, held against each other on one scale of minutes.
 *
 * <p>What may come in: How a road is priced; nothing of where it leads.
 */
@NullMarked
package dottore.core.weigh;

import org.jspecify.annotations.NullMarked;
