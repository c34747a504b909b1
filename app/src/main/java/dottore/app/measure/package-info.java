/**
 * Readings taken from machines: the passport, the drive's health.
 *
 * <p>What may come in: Uploads that become evidence.
 */
@NullMarked
package dottore.app.measure;

import org.jspecify.annotations.NullMarked;
