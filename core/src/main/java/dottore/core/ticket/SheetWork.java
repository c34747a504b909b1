package dottore.core.ticket;

import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.RunSheet.Mark;
import dottore.core.runsheet.SheetStep;
import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A run sheet of a ticket with what was done of it.
 *
 * @param about what it was made for, by name, for the room that made it
 * @param lines the lines of the log that hold its ticks, by step
 * @param aside whether somebody set it aside
 * @param concluded whether it was said what came of it
 */
public record SheetWork(
    String id,
    RunSheet sheet,
    Map<String, String> about,
    Instant startedAt,
    String startedBy,
    Map<String, Line> lines,
    boolean aside,
    boolean concluded) {

  public SheetWork {
    lines = Collections.unmodifiableMap(new LinkedHashMap<>(lines));
    about = Map.copyOf(about);
  }

  /** Finds in the log what was done of a sheet. */
  public static SheetWork of(
      String id,
      RunSheet sheet,
      Map<String, String> about,
      Instant startedAt,
      String startedBy,
      Log log) {
    Map<String, Line> lines = new LinkedHashMap<>();
    boolean aside = false;
    boolean concluded = false;
    for (Line line : log.lines()) {
      if (line.entry() instanceof Entry.Ticked ticked
          && ticked.sheet().equals(id)
          && log.counts(line)) {
        lines.put(ticked.step(), line);
      } else if (line.entry() instanceof Entry.Sheet turn
          && turn.sheet().equals(id)
          && log.counts(line)) {
        aside |= turn.turn() == Entry.Sheet.Turn.ASIDE;
        concluded |= turn.turn() == Entry.Sheet.Turn.CONCLUDED;
      }
    }
    return new SheetWork(id, sheet, about, startedAt, startedBy, lines, aside, concluded);
  }

  public String kind() {
    return sheet.kind();
  }

  /** What became of each step that was ticked or skipped. */
  public Map<String, Mark> marks() {
    Map<String, Mark> marks = new LinkedHashMap<>();
    lines.forEach(
        (step, line) -> {
          boolean done = line.entry() instanceof Entry.Ticked ticked && ticked.done();
          marks.put(step, done ? Mark.DONE : Mark.SKIPPED);
        });
    return marks;
  }

  /** The steps that were done and not skipped. */
  public Set<String> done() {
    return marks().entrySet().stream()
        .filter(mark -> mark.getValue() == Mark.DONE)
        .map(Map.Entry::getKey)
        .collect(Collectors.toUnmodifiableSet());
  }

  public boolean did(String step) {
    return marks().get(step) == Mark.DONE;
  }

  /** What it was made for, by name; empty if it says nothing of it. */
  public String about(String name) {
    return about.getOrDefault(name, "");
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
