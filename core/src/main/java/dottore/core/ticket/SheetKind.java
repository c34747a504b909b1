package dottore.core.ticket;

import dottore.core.facts.Facts;
import dottore.core.reading.Answer;
import java.util.List;

/** A kind of run sheet: where it is planned, and what it leaves behind when it is over. */
public interface SheetKind {
  /** As it is kept with its sheets. */
  String id();

  /** The page under Fix where it is begun and where one says what came of it. */
  String page();

  /** The repairs of the casebook that it carried out, in their order. */
  List<String> repairs(SheetWork work);

  /**
   * Whether each of its repairs was in the way, so that all of them cured. Else they were done in
   * one go, and the likeliest of them is what changed the machine.
   */
  default boolean eachWasInTheWay() {
    return true;
  }

  /** What is known of the machine afterwards. */
  default Facts leaves(SheetWork work) {
    return Facts.none();
  }

  /** Answers that were found on the way. */
  default List<Answer> answers(SheetWork work) {
    return List.of();
  }
}
