/**
 * What people type becomes proposals for what it would be recorded as.
 *
 * <p>What may come in: Ways to understand words and codes. Nothing here records anything; a
 * proposal is not evidence until somebody takes it.
 */
@NullMarked
package dottore.core.words;

import org.jspecify.annotations.NullMarked;
