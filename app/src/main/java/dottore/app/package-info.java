/** The web application: one room per place on the screen. Controllers translate, templates show. */
@NullMarked
package dottore.app;

import org.jspecify.annotations.NullMarked;
