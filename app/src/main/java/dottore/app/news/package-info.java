/**
 * What another server on the same database changed: heard at once, and looked up at each page in
 * case it was not heard.
 *
 * <p>What may come in: Topics that every server keeps in memory. Nothing that is read anew each
 * time.
 */
@NullMarked
package dottore.app.news;

import org.jspecify.annotations.NullMarked;
