package dottore.app.firmware;

import dottore.core.firmware.BoardFamily;
import dottore.core.firmware.CoinCell;
import dottore.core.firmware.Encryption;
import dottore.core.firmware.Way;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** The forms of the desk: which facts each holds, what they may say, and how the log words them. */
enum FactForm {
  BOARD(
      Field.text("maker", "maker"),
      Field.text("model", "model"),
      Field.text("revision", "revision"),
      Field.text("now", "version now"),
      Field.text("wanted", "target"),
      Field.text("processor", "processor"),
      Field.word("family", "board", ids(BoardFamily.values())),
      Field.word("way", "way", ids(Way.values()))),
  GATE(
      Field.tick("printed", "revision read off the board"),
      Field.tick("file-eye", "checksum compared by eye"),
      Field.tick("stick-fat32", "stick is FAT32, one partition"),
      Field.tick("stick-name", "file on the stick named as wanted"),
      Field.tick("mains", "mains in"),
      Field.percent("battery", "battery"),
      Field.tick("cuts", "area has power cuts"),
      Field.tick("ups", "UPS between"),
      Field.word("encryption", "encryption", ids(Encryption.values())),
      Field.tick("settings-unseen", "settings cannot be seen and nothing is known of them"),
      Field.tick("nothing-else", "nothing else plugged in")),
  CELL(
      Field.volts("cell-volts", "coin cell"),
      Field.tick("cell-message", "settings message at the start"),
      Field.tick("cell-clock", "clock resets")),
  LOCK(Field.tick("organization", "locked by an organization")),
  BLOCKERS(
      Field.word("scheme", "disk scheme", Set.of("old", "new")),
      Field.word("boot-mode", "boot mode", Set.of("old", "new")),
      Field.word("secure-boot", "secure boot", Set.of("on", "off")),
      Field.word("chip", "security chip", Set.of("on", "off", "none")),
      Field.word("old-only", "firmware knows only the old way", Set.of("yes", "no")),
      Field.word("encrypted", "encrypted", Set.of("yes", "no")),
      Field.word("processor-listed", "processor on the system's list", Set.of("yes", "no")),
      Field.word("bits", "processor bits", Set.of("64", "32")),
      Field.number("memory-gib", "memory, GiB"),
      Field.number("disk-gb", "disk, GB"));

  private static final int LONGEST = 80;

  private static Set<String> ids(Enum<?>[] values) {
    return Arrays.stream(values)
        .map(v -> v.name().toLowerCase(Locale.ROOT).replace('_', '-'))
        .collect(java.util.stream.Collectors.toUnmodifiableSet());
  }

  private enum Kind {
    TEXT,
    TICK,
    WORD,
    PERCENT,
    VOLTS,
    NUMBER
  }

  private record Field(String name, String words, Kind kind, Set<String> allowed) {
    static Field text(String name, String words) {
      return new Field(name, words, Kind.TEXT, Set.of());
    }

    static Field tick(String name, String words) {
      return new Field(name, words, Kind.TICK, Set.of("yes"));
    }

    static Field word(String name, String words, Set<String> allowed) {
      return new Field(name, words, Kind.WORD, allowed);
    }

    static Field percent(String name, String words) {
      return new Field(name, words, Kind.PERCENT, Set.of());
    }

    static Field volts(String name, String words) {
      return new Field(name, words, Kind.VOLTS, Set.of());
    }

    static Field number(String name, String words) {
      return new Field(name, words, Kind.NUMBER, Set.of());
    }

    /** What is wrong with a value, or empty. */
    String fault(String value) {
      if (value.isEmpty()) {
        return "";
      }
      return switch (kind) {
        case TEXT -> value.length() > LONGEST ? "longer than " + LONGEST + " characters" : "";
        case TICK, WORD -> allowed.contains(value) ? "" : "not one of the choices";
        case PERCENT -> within(value, 100) ? "" : "is 0 to 100 per cent";
        case VOLTS ->
            within(value, CoinCell.MOST)
                ? ""
                : "is 0 to " + CoinCell.MOST + " V; look at the meter's range again";
        case NUMBER -> within(value, 1_000_000) ? "" : "is a number";
      };
    }

    private static boolean within(String value, double most) {
      return value.matches("\\d{1,7}(\\.\\d{1,3})?") && Double.parseDouble(value) <= most;
    }

    String normal(String value) {
      String text = value.strip();
      if (kind == Kind.PERCENT) {
        return text.replace("%", "").strip();
      }
      return kind == Kind.VOLTS || kind == Kind.NUMBER
          ? text.replace(',', '.').replaceAll("(?<=[0-9])\\s*[A-Za-z]+$", "")
          : text;
    }

    String said(String value) {
      if (kind == Kind.TICK) {
        return value.isEmpty() ? "not: " + words : words;
      }
      String unit = kind == Kind.PERCENT ? " %" : kind == Kind.VOLTS ? " V" : "";
      return words
          + " "
          + (value.isEmpty()
              ? "not known"
              : (kind == Kind.WORD ? value.replace('-', ' ') : value) + unit);
    }
  }

  private final List<Field> fields;

  FactForm(Field... fields) {
    this.fields = List.of(fields);
  }

  /**
   * What is wrong with a value of a field of this form; empty if nothing is, or it has no such
   * field.
   */
  String fault(String name, String value) {
    return fields.stream()
        .filter(field -> field.name().equals(name))
        .map(field -> field.fault(value))
        .findFirst()
        .orElse("");
  }

  /**
   * What a posted form changes.
   *
   * @param facts new values by name
   * @param clashes what somebody else changed meanwhile to something else
   * @param faults what cannot be, by the name of its field
   */
  record Change(
      Map<String, String> facts, String words, List<String> clashes, Map<String, String> faults) {}

  /**
   * Compares what was posted with what was shown and what is known by now: fields that the writer
   * did not touch keep what others wrote meanwhile.
   */
  Change change(Map<String, String> posted, Desk shown, Desk now) {
    Map<String, String> facts = new LinkedHashMap<>();
    List<String> words = new ArrayList<>();
    List<String> clashes = new ArrayList<>();
    Map<String, String> faults = new LinkedHashMap<>();
    for (Field field : fields) {
      if (!posted.containsKey("form-" + field.name()) && !posted.containsKey(field.name())) {
        continue;
      }
      String value = field.normal(posted.getOrDefault(field.name(), ""));
      String before = shown.get(field.name());
      String current = now.get(field.name());
      if (value.equals(before) || value.equals(current)) {
        continue;
      }
      String fault = field.fault(value);
      if (!fault.isEmpty()) {
        faults.put(field.name(), field.words() + " " + fault + ": " + value);
      } else if (!current.equals(before)) {
        clashes.add(field.said(current) + " (yours: " + field.said(value) + ")");
      } else {
        facts.put(field.name(), value);
        words.add(field.said(value));
      }
    }
    return new Change(facts, String.join(", ", words), clashes, faults);
  }
}
