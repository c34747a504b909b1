package dottore.core.format;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A list of check sums, as the common tools print it: {@code sum name}, {@code sum *name}, {@code
 * ALGORITHM (name) = sum}, or one bare sum. SHA-256 and SHA-512.
 *
 * @param sums by name, in small letters, in the order of the list; a bare sum has the empty name
 * @param bits of every sum, 256 or 512
 */
public record SumList(Map<String, String> sums, int bits) {
  /** More files than this are not compared in one list. */
  public static final int MOST = 400_000;

  /** Longer lines hold no path that a system takes. */
  private static final int LONGEST_LINE = 5000;

  private static final int PER_DIGIT = 4;
  private static final Pattern PLAIN =
      Pattern.compile("\\\\?([0-9a-fA-F]{64}|[0-9a-fA-F]{128})(?: [ *](.+))?");
  private static final Pattern TAGGED =
      Pattern.compile("\\\\?SHA(?:-?2-?)?-?(256|512) ?\\((.+)\\) ?= ?([0-9a-fA-F]{64,128})");

  public SumList {
    sums = Collections.unmodifiableMap(new LinkedHashMap<>(sums));
  }

  /**
   * Reads a list.
   *
   * @throws FormatFault if a line is none of these, a name stands there twice with two sums, or
   *     there are more than {@link #MOST}; with the line
   */
  public static SumList read(byte[] bytes) throws FormatFault {
    return read(PlainBytes.text(bytes));
  }

  public static SumList read(String text) throws FormatFault {
    Map<String, String> sums = new LinkedHashMap<>();
    int bits = 0;
    int number = 0;
    for (String raw : (Iterable<String>) text.lines()::iterator) {
      number++;
      String line = number == 1 && raw.startsWith("\uFEFF") ? raw.substring(1) : raw;
      if (line.isBlank() || line.startsWith("#") || line.startsWith(";")) {
        continue;
      }
      String at = "line " + number;
      if (line.length() > LONGEST_LINE) {
        throw new FormatFault(at + " is longer than " + LONGEST_LINE + " characters");
      }
      Entry entry =
          entry(line.stripTrailing())
              .orElseThrow(
                  () ->
                      new FormatFault(
                          at + " is no check sum with a name: SHA-256 or SHA-512 is expected"));
      int here = entry.sum.length() * PER_DIGIT;
      if (bits != 0 && bits != here) {
        throw new FormatFault(at + " has " + here + " bits, the lines above have " + bits);
      }
      bits = here;
      String before = sums.put(entry.name, entry.sum);
      if (before != null && !before.equals(entry.sum)) {
        throw new FormatFault(at + " names " + shown(entry.name) + " again with another sum");
      }
      if (sums.size() > MOST) {
        throw new FormatFault(at + ": more than " + MOST + " files in one list");
      }
    }
    if (sums.isEmpty()) {
      throw new FormatFault("there is no check sum in it");
    }
    return new SumList(sums, bits);
  }

  private static String shown(String name) {
    return name.isEmpty() ? "no file" : name;
  }

  private record Entry(String name, String sum) {}

  private static Optional<Entry> entry(String line) {
    Matcher plain = PLAIN.matcher(line);
    if (plain.matches()) {
      String name = plain.group(2) == null ? "" : plain.group(2);
      return Optional.of(new Entry(unescaped(line, name), small(plain.group(1))));
    }
    Matcher tagged = TAGGED.matcher(line);
    if (tagged.matches()
        && tagged.group(3).length() * PER_DIGIT == Integer.parseInt(tagged.group(1))) {
      return Optional.of(new Entry(unescaped(line, tagged.group(2)), small(tagged.group(3))));
    }
    return Optional.empty();
  }

  private static String small(String sum) {
    return sum.toLowerCase(Locale.ROOT);
  }

  /** A line that begins with a backslash holds a name with escapes. */
  private static String unescaped(String line, String name) {
    return line.startsWith("\\")
        ? name.replace("\\\\", "\u0000").replace("\\n", "\n").replace("\u0000", "\\")
        : name;
  }

  /** The sum of a file, by its name without folders, or the only one of a list of one. */
  public Optional<String> sumOf(String file) {
    if (sums.size() == 1) {
      return sums.values().stream().findFirst();
    }
    String bare = bare(file);
    return sums.entrySet().stream()
        .filter(entry -> bare(entry.getKey()).equals(bare))
        .map(Map.Entry::getValue)
        .findFirst();
  }

  private static String bare(String path) {
    return path.substring(Math.max(path.lastIndexOf('/'), path.lastIndexOf('\\')) + 1);
  }
}
