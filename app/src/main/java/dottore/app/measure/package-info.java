/**
 * Readings taken from machines: the passport.
 *
 * <p>What may come in: Uploads that become evidence.
 */
@NullMarked
package dottore.app.measure;

import org.jspecify.annotations.NullMarked;
