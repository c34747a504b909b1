/**
 * Tickets as files: export, import, and cases read from the command line.
 *
 * <p>What may come in: Our own JSON and its schema.
 */
@NullMarked
package dottore.app.bundle;

import org.jspecify.annotations.NullMarked;
