/**
 * Files that an author writes, read so that each fault says its file and line.
 *
 * <p>What may come in: Places in a file and how they are read; nothing of what is written there.
 */
@NullMarked
package dottore.core.yaml;

import org.jspecify.annotations.NullMarked;
