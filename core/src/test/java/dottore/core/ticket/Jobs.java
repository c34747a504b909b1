package dottore.core.ticket;

import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Jobs for tests: a machine and what its log says. */
public final class Jobs {
  private static final Instant START = Instant.parse("2026-11-02T08:00:00Z");

  private Jobs() {}

  /** Lines with these meanings, numbered from 1. */
  public static Log log(Entry... entries) {
    return log(List.of(entries));
  }

  public static Log log(List<? extends Entry> entries) {
    List<Line> lines = new ArrayList<>();
    for (Entry entry : entries) {
      int number = lines.size() + 1;
      lines.add(new Line(number, START.plusSeconds(60L * number), "runa", "line", entry));
    }
    return Log.of(lines);
  }

  /** A tower with these lines. */
  public static Job tower(Entry... entries) {
    return job(MachineKind.TOWER, Backup.UNKNOWN, List.of(), entries);
  }

  /** A tower of which these facts are known. */
  public static Job knowing(Map<String, String> facts) {
    return tower(new Entry.Known(Facts.of(facts)));
  }

  public static Job job(MachineKind kind, Backup backup, List<Owed> owed, Entry... entries) {
    return new Job(
        "Fenrow",
        "Tern 5",
        kind,
        Optional.empty(),
        Set.of(),
        backup,
        false,
        true,
        log(entries),
        owed);
  }

  /** Something borrowed from it. */
  public static Owed owed(String what, String key) {
    return new Owed(
        1,
        what,
        "",
        "",
        START,
        "runa",
        Set.of(),
        Optional.empty(),
        "",
        1,
        Optional.of(key).filter(k -> !k.isEmpty()));
  }
}
