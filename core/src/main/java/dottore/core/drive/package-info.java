/**
 * Drives under the hands of a technician: which one is meant, whether its scheme can be converted
 * in place and what it looks like then, how long a copy takes, and the steps of the work.
 *
 * <p>What may come in: Rules about drives and what is written to them as a whole. What a drive is
 * belongs to {@code machine}, reading its sectors to {@code format}, files and systems to rooms of
 * their own.
 */
@NullMarked
package dottore.core.drive;

import org.jspecify.annotations.NullMarked;
