/**
 * From readings to answers: what a device or file says becomes an outcome of a check.
 *
 * <p>What may come in: judgements on measured values, with the numbers they rest on.
 */
@NullMarked
package dottore.core.reading;

import org.jspecify.annotations.NullMarked;
