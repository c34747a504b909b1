/**
 * Readers of open formats.
 *
 * <p>What may come in: pure functions from bytes to values, with bounded memory and time, that
 * trust no length and throw nothing but {@link dottore.core.format.FormatFault}.
 */
@NullMarked
package dottore.core.format;

import org.jspecify.annotations.NullMarked;
