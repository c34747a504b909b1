package dottore.core.yaml;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/** A node of a file that knows its file and line, so that each fault can say where. */
public final class YamlPlace {
  /** Controls other than line and tab, halves of characters, and marks that turn the direction. */
  private static final Pattern NO_TEXT =
      Pattern.compile("[\\p{Cc}\\p{Cs}\\u202A-\\u202E\\u2066-\\u2069&&[^\\n\\r\\t]]");

  private final String file;
  private final int line;
  private final Node node;
  private final List<String> faults;

  public YamlPlace(String file, Node node, List<String> faults) {
    this(file, node, node, faults);
  }

  /**
   * @param head the node whose line is meant when this one is at fault: the name before a value
   */
  private YamlPlace(String file, Node head, Node node, List<String> faults) {
    this.file = file;
    this.line = head.getStartMark().getLine() + 1;
    this.node = node;
    this.faults = faults;
  }

  /** The text of this value as it stands in its file, moved to the left edge, or empty. */
  public String source(String file) {
    int from = file.offsetByCodePoints(0, node.getStartMark().getIndex());
    int to = file.offsetByCodePoints(0, node.getEndMark().getIndex());
    String indent = " ".repeat(node.getStartMark().getColumn());
    return file.substring(from, to)
        .lines()
        .map(line -> line.startsWith(indent) ? line.substring(indent.length()) : line.strip())
        .collect(Collectors.joining("\n"))
        .strip();
  }

  public void fault(String what) {
    faults.add(file + ":" + line + ": " + what);
  }

  /** The entries of a mapping in file order; a fault and none if this is something else. */
  public Map<String, YamlPlace> entries() {
    Map<String, YamlPlace> entries = new LinkedHashMap<>();
    if (!(node instanceof MappingNode mapping)) {
      fault("expected names with values");
      return entries;
    }
    for (NodeTuple tuple : mapping.getValue()) {
      if (tuple.getKeyNode() instanceof ScalarNode key) {
        YamlPlace value = new YamlPlace(file, key, tuple.getValueNode(), faults);
        if (NO_TEXT.matcher(key.getValue()).find()) {
          value.fault("its name holds a character that is no text");
        }
        if (entries.put(key.getValue(), value) != null) {
          value.fault("'" + key.getValue() + "' stands here twice");
        }
      }
    }
    return entries;
  }

  public boolean isScalar() {
    return node instanceof ScalarNode;
  }

  public String text() {
    if (node instanceof ScalarNode scalar) {
      if (NO_TEXT.matcher(scalar.getValue()).find()) {
        fault("holds a character that is no text");
        return "";
      }
      return scalar.getValue().strip();
    }
    fault("expected a text");
    return "";
  }

  public double number(double least, double most) {
    String text = text();
    try {
      double value = Double.parseDouble(text);
      if (value >= least && value <= most) {
        return value;
      }
      fault("'" + text + "' is not between " + least + " and " + most);
    } catch (NumberFormatException notANumber) {
      fault("'" + text + "' is not a number");
    }
    return least;
  }

  public List<YamlPlace> items() {
    List<YamlPlace> items = new ArrayList<>();
    if (node instanceof SequenceNode sequence) {
      sequence.getValue().forEach(item -> items.add(new YamlPlace(file, item, faults)));
    } else {
      fault("expected a list");
    }
    return items;
  }

  /** This text as a typed word; a fault and nothing if the type does not know it. */
  public <T> Optional<T> as(Function<String, T> of) {
    return parse(text(), of);
  }

  public <T> Optional<T> parse(String word, Function<String, T> of) {
    try {
      return Optional.of(of.apply(word));
    } catch (IllegalArgumentException unknown) {
      fault("unknown word '" + word + "'");
      return Optional.empty();
    }
  }

  /** A mapping read field by field; what was not asked for in the end is a fault. */
  public Fields fields() {
    return new Fields(this, entries());
  }

  /** The fields of one entry. */
  public static final class Fields {
    private final YamlPlace place;
    private final Map<String, YamlPlace> left;

    private Fields(YamlPlace place, Map<String, YamlPlace> entries) {
      this.place = place;
      this.left = entries;
    }

    public YamlPlace place() {
      return place;
    }

    public Optional<YamlPlace> take(String name) {
      return Optional.ofNullable(left.remove(name));
    }

    public String text(String name) {
      Optional<YamlPlace> found = take(name);
      if (found.isEmpty()) {
        place.fault("'" + name + "' is missing");
      }
      return found.map(YamlPlace::text).orElse("");
    }

    public OptionalDouble number(String name, double least, double most) {
      Optional<YamlPlace> found = take(name);
      return found.isPresent()
          ? OptionalDouble.of(found.get().number(least, most))
          : OptionalDouble.empty();
    }

    public <T> List<T> words(String name, Function<String, T> of) {
      return take(name).map(YamlPlace::items).orElse(List.of()).stream()
          .flatMap(item -> item.as(of).stream())
          .toList();
    }

    public <T> Map<T, Double> numbers(
        String name, Function<String, T> of, double least, double most) {
      Map<T, Double> numbers = new LinkedHashMap<>();
      take(name)
          .map(YamlPlace::entries)
          .orElse(Map.of())
          .forEach(
              (word, value) ->
                  value
                      .parse(word, of)
                      .ifPresent(key -> numbers.put(key, value.number(least, most))));
      return numbers;
    }

    public void nothingElse() {
      left.forEach((name, value) -> value.fault("nothing is called '" + name + "' here"));
    }
  }
}
