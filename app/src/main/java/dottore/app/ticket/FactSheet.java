package dottore.app.ticket;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A form of facts about a machine: which facts it holds, what they may say, and how the log words
 * them.
 */
public final class FactSheet {
  private static final int LONGEST = 80;

  private enum Kind {
    TEXT,
    TICK,
    WORD,
    NUMBER
  }

  /** A fact that a form asks for. */
  public static final class Field {
    private final String name;
    private final String words;
    private final Kind kind;
    private final Set<String> allowed;
    private final double most;
    private final String unit;
    private final String hint;

    private Field(
        String name,
        String words,
        Kind kind,
        Set<String> allowed,
        double most,
        String unit,
        String hint) {
      this.name = name;
      this.words = words;
      this.kind = kind;
      this.allowed = Set.copyOf(allowed);
      this.most = most;
      this.unit = unit;
      this.hint = hint;
    }

    public static Field text(String name, String words) {
      return new Field(name, words, Kind.TEXT, Set.of(), 0, "", "");
    }

    /** Yes, or nothing. */
    public static Field tick(String name, String words) {
      return new Field(name, words, Kind.TICK, Set.of("yes"), 0, "", "");
    }

    public static Field word(String name, String words, Set<String> allowed) {
      return new Field(name, words, Kind.WORD, allowed, 0, "", "");
    }

    public static Field yesNo(String name, String words) {
      return word(name, words, Set.of("yes", "no"));
    }

    /** From zero to a bound, typed with or without its unit. */
    public static Field number(String name, String words, double most, String unit) {
      return number(name, words, most, unit, "");
    }

    /**
     * @param hint what may be wrong with a number beyond the bound
     */
    public static Field number(String name, String words, double most, String unit, String hint) {
      return new Field(name, words, Kind.NUMBER, Set.of(), most, unit, hint);
    }

    /** What is wrong with a value, or empty. */
    private String fault(String value) {
      if (value.isEmpty()) {
        return "";
      }
      return switch (kind) {
        case TEXT -> value.length() > LONGEST ? "longer than " + LONGEST + " characters" : "";
        case TICK, WORD -> allowed.contains(value) ? "" : "not one of the choices";
        case NUMBER -> within(value) ? "" : "is 0 to " + bound() + hint;
      };
    }

    private boolean within(String value) {
      return value.matches("\\d{1,13}(\\.\\d{1,3})?") && Double.parseDouble(value) <= most;
    }

    private String bound() {
      String number =
          most == Math.rint(most) ? String.format(Locale.ROOT, "%.0f", most) : "" + most;
      return (number + " " + unit).strip();
    }

    private String normal(String value) {
      String text = value.strip();
      return kind == Kind.NUMBER
          ? text.replace(',', '.').replaceAll("(?<=[0-9])\\s*(%|[A-Za-z/]+)$", "")
          : text;
    }

    private String said(String value) {
      if (kind == Kind.TICK) {
        return value.isEmpty() ? "not: " + words : words;
      }
      if (value.isEmpty()) {
        return words + " not known";
      }
      return (words + " " + (kind == Kind.WORD ? value.replace('-', ' ') : value) + " " + unit)
          .strip();
    }
  }

  private final List<Field> fields;

  private FactSheet(List<Field> fields) {
    this.fields = List.copyOf(fields);
  }

  public static FactSheet of(Field... fields) {
    return new FactSheet(List.of(fields));
  }

  public boolean has(String name) {
    return fields.stream().anyMatch(field -> field.name.equals(name));
  }

  /**
   * What is wrong with a value of a field of this form; empty if nothing is, or it has no such
   * field.
   */
  private String fault(String name, String value) {
    return fields.stream()
        .filter(field -> field.name.equals(name))
        .map(field -> field.fault(value))
        .findFirst()
        .orElse("");
  }

  private static String shortened(String value) {
    return value.length() > LONGEST ? value.substring(0, LONGEST - 1) + "…" : value;
  }

  /** What is wrong with facts that come from elsewhere, as far as this form has them; or empty. */
  public Optional<String> wrong(Map<String, String> facts) {
    return facts.entrySet().stream()
        .filter(fact -> !fault(fact.getKey(), fact.getValue()).isEmpty())
        .map(fact -> "'" + fact.getKey() + "' " + fault(fact.getKey(), fact.getValue()))
        .findFirst();
  }

  /**
   * What a posted form changes.
   *
   * @param facts new values by name
   * @param clashes what somebody else changed meanwhile to something else
   * @param faults what cannot be, by the name of its field
   */
  public record Change(
      Map<String, String> facts, String words, List<String> clashes, Map<String, String> faults) {}

  /**
   * Compares what was posted with what was shown and what is known by now: fields that the writer
   * did not touch keep what others wrote meanwhile.
   */
  public Change change(
      Map<String, String> posted, Map<String, String> shown, Map<String, String> now) {
    Map<String, String> facts = new LinkedHashMap<>();
    List<String> words = new ArrayList<>();
    List<String> clashes = new ArrayList<>();
    Map<String, String> faults = new LinkedHashMap<>();
    for (Field field : fields) {
      if (!posted.containsKey("form-" + field.name) && !posted.containsKey(field.name)) {
        continue;
      }
      String value = field.normal(posted.getOrDefault(field.name, ""));
      String before = shown.getOrDefault(field.name, "");
      String current = now.getOrDefault(field.name, "");
      if (value.equals(before) || value.equals(current)) {
        continue;
      }
      String fault = field.fault(value);
      if (!fault.isEmpty()) {
        faults.put(field.name, field.words + " " + fault + ": " + shortened(value));
      } else if (!current.equals(before)) {
        clashes.add(field.said(current) + " (yours: " + field.said(value) + ")");
      } else {
        facts.put(field.name, value);
        words.add(field.said(value));
      }
    }
    return new Change(facts, String.join(", ", words), clashes, faults);
  }
}
