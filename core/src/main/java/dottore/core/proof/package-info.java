/**
 * What is measured before a machine leaves, by what was done to it, and how that was before.
 *
 * <p>What may come in: Measures with how they are taken and their limit; nothing of repairs or
 * causes.
 */
@NullMarked
package dottore.core.proof;

import org.jspecify.annotations.NullMarked;
