/**
 * Paper: printable pages as PDF, and the code on the tag.
 *
 * <p>What may come in: what turns a template into something printed. Not what it says.
 */
@NullMarked
package dottore.app.paper;

import org.jspecify.annotations.NullMarked;
