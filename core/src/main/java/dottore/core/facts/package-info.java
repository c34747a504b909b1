/**
 * What is known of a machine beside the answers: each fact once, with its name, its words on the
 * screen, and how it is typed, kept and said.
 *
 * <p>What may come in: kinds of facts, what holds for all of them, and facts that more than one
 * room asks for. A fact of one room belongs to that room.
 */
@NullMarked
package dottore.core.facts;

import org.jspecify.annotations.NullMarked;
