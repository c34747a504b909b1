/**
 * Fix: what every desk there has in common. One controller serves the pages of all, their facts,
 * uploads and pictures, begins and ends their run sheets, and takes back what was written last.
 *
 * <p>What may come in: what holds for any desk. What one desk knows, asks and shows belongs to the
 * room of that desk, which the application takes up as it finds it.
 */
@NullMarked
package dottore.app.desk;

import org.jspecify.annotations.NullMarked;
