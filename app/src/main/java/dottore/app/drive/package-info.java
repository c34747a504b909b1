/**
 * Fix, Drive: which drives a machine has and how they are divided, which one is meant, and whether
 * its scheme can be converted in place; what is saved and whether the copy is whole; what replaces
 * a drive, by which road, and the map of the screws.
 *
 * <p>What may come in: Pages of the drive desk and what they read from and write to the log. Rules
 * belong to {@code core}; the run sheet of an upgrade belongs to {@code firmware}, which asks here
 * for the steps on the drive.
 */
@NullMarked
package dottore.app.drive;

import org.jspecify.annotations.NullMarked;
