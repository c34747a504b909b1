/**
 * What the shop knows: the casebook with the shop's own entries, the schools it follows, and what
 * its closed tickets taught it, made into one diagnosis that every other room uses.
 *
 * <p>What may come in: What moves the odds, prices or words for the whole shop. What is known of
 * one machine is the ticket's.
 */
@NullMarked
package dottore.app.knowledge;

import org.jspecify.annotations.NullMarked;
