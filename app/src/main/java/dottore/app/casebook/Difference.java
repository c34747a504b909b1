package dottore.app.casebook;

import com.github.difflib.text.DiffRow;
import com.github.difflib.text.DiffRowGenerator;
import java.util.ArrayList;
import java.util.List;

/** What differs between two texts, line by line. */
final class Difference {
  /**
   * @param mark + for a line that came, − for one that went
   */
  record Line(String mark, String text) {}

  private Difference() {}

  static List<Line> between(String before, String after) {
    List<DiffRow> rows =
        DiffRowGenerator.create()
            .build()
            .generateDiffRows(before.lines().toList(), after.strip().lines().toList());
    List<Line> lines = new ArrayList<>();
    for (DiffRow row : rows) {
      switch (row.getTag()) {
        case EQUAL -> {}
        case DELETE -> lines.add(new Line("−", row.getOldLine()));
        case INSERT -> lines.add(new Line("+", row.getNewLine()));
        case CHANGE -> {
          lines.add(new Line("−", row.getOldLine()));
          lines.add(new Line("+", row.getNewLine()));
        }
      }
    }
    return lines;
  }
}
