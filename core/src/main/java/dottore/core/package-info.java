/** The trade: pure rules and arithmetic. No web, no database, no clock of its own. */
@NullMarked
package dottore.core;

import org.jspecify.annotations.NullMarked;
