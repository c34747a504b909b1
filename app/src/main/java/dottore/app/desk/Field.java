package dottore.app.desk;

import dottore.core.facts.Fact;
import dottore.core.facts.Facts;
import java.util.List;
import java.util.Map;

/**
 * A fact as a form asks for it.
 *
 * @param value as it is kept, or as it was typed and not taken
 */
public record Field(String name, String words, List<Fact.Choice> choices, String value) {

  /**
   * @param typed what was typed and not taken, by name
   */
  public static Field of(Fact<?> fact, Facts known, Map<String, String> typed) {
    String words = Character.toUpperCase(fact.words().charAt(0)) + fact.words().substring(1);
    return new Field(
        fact.name(), words, fact.choices(), typed.getOrDefault(fact.name(), known.text(fact)));
  }
}
