package dottore.core.facts;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Facts that are asked for together.
 *
 * @param id in addresses
 */
public record FactForm(String id, List<Fact<?>> facts) {
  private static final int BRIEF = 80;

  public FactForm {
    facts = List.copyOf(facts);
  }

  public static FactForm of(String id, Fact<?>... facts) {
    return new FactForm(id, List.of(facts));
  }

  static String brief(String value) {
    return value.length() > BRIEF ? value.substring(0, BRIEF - 1) + "…" : value;
  }

  /**
   * What a posted form changes.
   *
   * @param facts what is known from now on
   * @param words the same for the log
   * @param clashes what somebody else changed meanwhile to something else
   * @param faults what cannot be, by the name of its fact
   */
  public record Change(
      Facts facts, String words, List<String> clashes, Map<String, String> faults) {
    public Change {
      clashes = List.copyOf(clashes);
      faults = Map.copyOf(faults);
    }
  }

  /**
   * Compares what was posted with what was shown and what is known by now: what the writer did not
   * touch keeps what others wrote meanwhile. A tick is posted only when set; that it was on the
   * form says a field of its own, "form-" and its name.
   */
  public Change change(Map<String, String> posted, Facts shown, Facts now) {
    Map<String, String> changed = new LinkedHashMap<>();
    List<String> words = new ArrayList<>();
    List<String> clashes = new ArrayList<>();
    Map<String, String> faults = new LinkedHashMap<>();
    for (Fact<?> fact : facts) {
      if (!posted.containsKey("form-" + fact.name()) && !posted.containsKey(fact.name())) {
        continue;
      }
      String value = fact.plain(posted.getOrDefault(fact.name(), ""));
      String before = shown.text(fact);
      String current = now.text(fact);
      if (value.equals(before) || value.equals(current)) {
        continue;
      }
      fact.fault(value)
          .ifPresentOrElse(
              fault -> faults.put(fact.name(), fact.words() + " " + fault + ": " + brief(value)),
              () -> {
                if (!current.equals(before)) {
                  clashes.add(fact.say(current) + " (yours: " + fact.say(value) + ")");
                } else {
                  changed.put(fact.name(), value);
                  words.add(fact.say(value));
                }
              });
    }
    return new Change(Facts.of(changed), String.join(", ", words), clashes, faults);
  }
}
