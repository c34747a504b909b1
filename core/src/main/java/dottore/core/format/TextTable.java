package dottore.core.format;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * A table as text: comma, semicolon or tab between its columns, quotes where they are needed.
 *
 * @param rows all of them, the header with them
 */
record TextTable(List<Row> rows) {
  /** More rows than a list of devices or events of one machine has. */
  static final int MOST = 20_000;

  private static final int MOST_COLUMNS = 60;
  private static final int LONGEST = 4000;

  /**
   * A row.
   *
   * @param line where it ends, from 1
   */
  record Row(long line, List<String> cells) {
    Row {
      cells = List.copyOf(cells);
    }

    String at(int column) {
      return column < cells.size() ? cells.get(column) : "";
    }
  }

  TextTable {
    rows = List.copyOf(rows);
  }

  /**
   * Reads a table.
   *
   * @throws FormatFault if quotes do not close, or it is larger than any such list; with the line
   */
  static TextTable read(String text) throws FormatFault {
    CSVFormat format =
        CSVFormat.DEFAULT
            .builder()
            .setDelimiter(separator(text))
            .setIgnoreEmptyLines(true)
            .setTrim(true)
            .get();
    List<Row> rows = new ArrayList<>();
    try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
      for (CSVRecord record : parser) {
        long line = parser.getCurrentLineNumber();
        if (rows.size() == MOST) {
          throw new FormatFault("line " + line + ": more than " + MOST + " rows");
        }
        if (record.size() > MOST_COLUMNS) {
          throw new FormatFault("line " + line + " has more than " + MOST_COLUMNS + " columns");
        }
        List<String> cells = new ArrayList<>();
        for (String cell : record) {
          cells.add(cell.length() > LONGEST ? cell.substring(0, LONGEST) : cell);
        }
        if (cells.stream().anyMatch(cell -> !cell.isEmpty())) {
          rows.add(new Row(line, cells));
        }
      }
    } catch (UncheckedIOException | IllegalStateException | IOException broken) {
      throw new FormatFault(
          "after row " + rows.size() + " a quote does not close, or stands where none may stand");
    }
    return new TextTable(rows);
  }

  /** What stands most often outside quotes in the first line that has any. */
  private static char separator(String text) {
    for (String line : (Iterable<String>) text.lines()::iterator) {
      String bare = line.replaceAll("\"[^\"]*\"", "");
      char most = ',';
      long times = 0;
      for (char each : new char[] {',', ';', '\t'}) {
        long here = bare.chars().filter(c -> c == each).count();
        if (here > times) {
          times = here;
          most = each;
        }
      }
      if (times > 0) {
        return most;
      }
    }
    return ',';
  }

  /**
   * Finds columns by the first row.
   *
   * @param known what each role is called, as {@link ListColumns#plain} writes it
   * @param remembered what the shop said of names that are not known, by {@link ListColumns#plain}
   *     name
   * @return where each role stands; empty if the first row names none of them
   */
  Optional<Map<String, Integer>> columns(
      Map<String, Set<String>> known, Map<String, String> remembered) {
    if (rows.isEmpty()) {
      return Optional.empty();
    }
    Map<String, Integer> at = new LinkedHashMap<>();
    List<String> header = rows.get(0).cells();
    for (int column = 0; column < header.size(); column++) {
      String name = ListColumns.plain(header.get(column));
      String role = remembered.get(name);
      if (role == null) {
        role =
            known.entrySet().stream()
                .filter(entry -> entry.getValue().contains(name))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse("");
      }
      if (known.containsKey(role)) {
        at.putIfAbsent(role, column);
      }
    }
    return at.isEmpty() ? Optional.empty() : Optional.of(Collections.unmodifiableMap(at));
  }
}
