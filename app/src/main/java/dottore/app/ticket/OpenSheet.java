package dottore.app.ticket;

import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.RunSheet.Mark;
import dottore.core.runsheet.SheetStep;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A run sheet of a ticket with what was done of it.
 *
 * @param about what it was made for, by name, for the room that made it
 * @param lines the lines of the log that hold its ticks, by step
 * @param aside whether somebody set it aside
 * @param concluded whether it was said what came of it
 */
public record OpenSheet(
    String id,
    RunSheet sheet,
    Map<String, String> about,
    Instant startedAt,
    String startedBy,
    Map<String, Line> lines,
    boolean aside,
    boolean concluded) {

  static OpenSheet of(RunSheetRow row, RunSheet sheet, TicketFile file) {
    Set<Integer> gone = file.takenBack();
    Map<String, Line> lines = new LinkedHashMap<>();
    boolean aside = false;
    boolean concluded = false;
    for (Line line : file.log()) {
      if (!line.get("sheet").equals(row.id) || gone.contains(line.seq())) {
        continue;
      }
      if (line.kind() == Line.Kind.TICK) {
        lines.put(line.get("step"), line);
      } else if (line.kind() == Line.Kind.SHEET) {
        aside |= line.get("what").equals("aside");
        concluded |= line.get("what").equals("concluded");
      }
    }
    return new OpenSheet(
        row.id,
        sheet,
        Map.copyOf(row.about),
        row.startedAt,
        row.startedBy,
        lines,
        aside,
        concluded);
  }

  /** What became of each step that was ticked or skipped. */
  public Map<String, Mark> marks() {
    Map<String, Mark> marks = new LinkedHashMap<>();
    lines.forEach((step, line) -> marks.put(step, Mark.valueOf(line.get("mark"))));
    return marks;
  }

  public boolean finished() {
    return sheet.finished(marks());
  }

  /** The step whose turn it is; empty if all are done or skipped. */
  public Optional<SheetStep> next() {
    return sheet.ready(marks()).stream().findFirst();
  }

  /** Whether there is work left on it, or nobody said yet what came of it. */
  public boolean open() {
    return !aside && !concluded;
  }
}
