/**
 * The web server under the pages: how slow a body may come, and what is said when no page can be
 * drawn.
 *
 * <p>What may come in: What holds for every request before a page is chosen.
 */
@NullMarked
package dottore.app.server;

import org.jspecify.annotations.NullMarked;
