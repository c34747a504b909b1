/**
 * The ring of keys that seals what must not be read in the database.
 *
 * <p>What may come in: Sealing and opening. Who may see what was sealed is decided where it
 * belongs.
 */
@NullMarked
package dottore.app.seal;

import org.jspecify.annotations.NullMarked;
