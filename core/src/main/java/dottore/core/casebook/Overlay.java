package dottore.core.casebook;

import dottore.core.yaml.YamlPlace;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.yaml.snakeyaml.nodes.Node;

/**
 * A shop's own entries, laid over the shipped casebook. Kept as its author wrote it. Immutable.
 *
 * @param entries by part and id, the YAML of each
 */
public record Overlay(Map<Part, Map<String, String>> entries) {
  /** The name by which faults call it. */
  public static final String FILE = "shop.yaml";

  private static final int LONGEST = 200_000;

  /** The parts of a casebook. */
  public enum Part {
    CAUSES,
    CHECKS,
    REPAIRS;

    public String id() {
      return name().toLowerCase(Locale.ROOT);
    }

    /**
     * @throws IllegalArgumentException if no part has this id
     */
    public static Part of(String id) {
      return valueOf(id.toUpperCase(Locale.ROOT));
    }
  }

  public Overlay {
    Map<Part, Map<String, String>> copy = new EnumMap<>(Part.class);
    entries.forEach(
        (part, texts) -> {
          if (!texts.isEmpty()) {
            copy.put(part, Collections.unmodifiableMap(new LinkedHashMap<>(texts)));
          }
        });
    entries = Collections.unmodifiableMap(copy);
  }

  /** An overlay without entries. */
  public static Overlay empty() {
    return new Overlay(Map.of());
  }

  /**
   * Takes a text apart into its entries; what they say is looked at when the casebook is read.
   *
   * @throws CasebookFault if it is not YAML of this shape, with the line
   */
  public static Overlay parse(String text) {
    List<String> faults = new ArrayList<>();
    Map<Part, Map<String, String>> entries = new EnumMap<>(Part.class);
    bounded(text);
    Node root = CasebookReader.compose(FILE, text, faults);
    if (root != null) {
      YamlPlace.Fields fields = new YamlPlace(FILE, root, faults).fields();
      for (Part part : Part.values()) {
        Map<String, String> texts = new LinkedHashMap<>();
        fields
            .take(part.id())
            .map(YamlPlace::entries)
            .orElse(Map.of())
            .forEach((id, place) -> texts.put(id, place.source(text)));
        entries.put(part, texts);
      }
      fields.nothingElse();
    }
    if (!faults.isEmpty()) {
      throw new CasebookFault(faults);
    }
    return new Overlay(entries);
  }

  private static void bounded(String text) {
    if (text.length() > LONGEST) {
      throw new CasebookFault(
          List.of(FILE + ":1: more than " + LONGEST + " characters; split it up"));
    }
  }

  /**
   * This, if {@link #parse} reads it again.
   *
   * @throws CasebookFault if the whole is larger than what is read, or reads as something else
   */
  public Overlay readable() {
    if (!parse(text()).withoutRemarks().equals(withoutRemarks())) {
      throw new CasebookFault(List.of(FILE + ":1: an entry does not end where it should"));
    }
    return this;
  }

  /**
   * The same without lines that are remarks or blank; what they stand before is not always kept.
   */
  private Overlay withoutRemarks() {
    Map<Part, Map<String, String>> plain = new EnumMap<>(Part.class);
    entries.forEach(
        (part, texts) -> {
          Map<String, String> lines = new LinkedHashMap<>();
          texts.forEach(
              (id, yaml) ->
                  lines.put(
                      id,
                      yaml.lines()
                          .filter(line -> !line.isBlank() && !line.strip().startsWith("#"))
                          .map(String::stripTrailing)
                          .collect(Collectors.joining("\n"))));
          plain.put(part, lines);
        });
    return new Overlay(plain);
  }

  public boolean isEmpty() {
    return entries.isEmpty();
  }

  public Optional<String> entry(Part part, String id) {
    return Optional.ofNullable(entries.getOrDefault(part, Map.of()).get(id));
  }

  /** The same with an entry added or replaced. */
  public Overlay with(Part part, String id, String yaml) {
    return changed(part, texts -> texts.put(id, yaml.strip()));
  }

  /** The same without an entry: the shipped one shows again, if there is one. */
  public Overlay without(Part part, String id) {
    return changed(part, texts -> texts.remove(id));
  }

  /** The same with all of another's entries added or replaced. */
  public Overlay under(Overlay newer) {
    Overlay result = this;
    for (Map.Entry<Part, Map<String, String>> part : newer.entries.entrySet()) {
      for (Map.Entry<String, String> entry : part.getValue().entrySet()) {
        result = result.with(part.getKey(), entry.getKey(), entry.getValue());
      }
    }
    return result;
  }

  private Overlay changed(Part part, java.util.function.Consumer<Map<String, String>> change) {
    Map<Part, Map<String, String>> copy = new EnumMap<>(Part.class);
    copy.putAll(entries);
    Map<String, String> texts = new LinkedHashMap<>(entries.getOrDefault(part, Map.of()));
    change.accept(texts);
    copy.put(part, texts);
    return new Overlay(copy);
  }

  /** The whole as YAML that {@link #parse} reads again. */
  public String text() {
    StringBuilder text = new StringBuilder();
    entries.forEach(
        (part, texts) -> {
          text.append(part.id()).append(":\n");
          texts.forEach(
              (id, yaml) -> {
                text.append("  ").append(id).append(":\n");
                yaml.lines()
                    .forEach(line -> text.append(line.isEmpty() ? "" : "    " + line).append('\n'));
              });
        });
    return text.toString();
  }

  /**
   * The line within an entry that a fault of the whole speaks of.
   *
   * @param line counted from 1 in {@link #text}
   * @return counted from 1 in the entry's own text, or empty if the line lies outside of it
   */
  public Optional<Integer> lineWithin(Part part, String id, int line) {
    int at = 0;
    for (Map.Entry<Part, Map<String, String>> each : entries.entrySet()) {
      at++;
      for (Map.Entry<String, String> entry : each.getValue().entrySet()) {
        at++;
        int lines = (int) entry.getValue().lines().count();
        if (each.getKey() == part && entry.getKey().equals(id)) {
          return line >= at && line <= at + lines
              ? Optional.of(Math.max(1, line - at))
              : Optional.empty();
        }
        at += lines;
      }
    }
    return Optional.empty();
  }
}
