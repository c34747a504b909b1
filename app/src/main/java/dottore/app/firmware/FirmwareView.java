package dottore.app.firmware;

import dottore.app.firmware.Rows.Arc;
import dottore.app.firmware.Rows.Choice;
import dottore.app.firmware.Rows.GateRow;
import dottore.app.firmware.Rows.GateView;
import dottore.app.firmware.Rows.Ladder;
import dottore.app.firmware.Rows.Plan;
import dottore.app.firmware.Rows.ResetRow;
import dottore.app.firmware.Rows.Rung;
import dottore.app.firmware.Rows.SettingRow;
import dottore.app.firmware.Rows.StandRow;
import dottore.app.firmware.Rows.TurnRow;
import dottore.app.firmware.Rows.WayRow;
import dottore.core.casebook.Drawing;
import dottore.core.firmware.BoardFamily;
import dottore.core.firmware.BoardRecord;
import dottore.core.firmware.FirmwareDesk;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.firmware.ReEntry;
import dottore.core.firmware.Release;
import dottore.core.firmware.ResetWay;
import dottore.core.firmware.Setting;
import dottore.core.firmware.UpdatePlan;
import dottore.core.firmware.VersionScheme;
import dottore.core.firmware.VersionScheme.Order;
import dottore.core.firmware.Way;
import dottore.core.firmware.WriteGate;
import dottore.core.gate.Gate;
import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Lays the firmware desk out for its pages. */
final class FirmwareView {
  private static final int LEFT = 60;
  private static final int APART = 112;

  private FirmwareView() {}

  // --- update ------------------------------------------------------------------------------------

  static Plan plan(BoardRecord board, UpdatePlan plan, FirmwareDesk desk, Optional<Way> taken) {
    String title = plan.decision().words();
    if (plan.decision().go()) {
      Release first = plan.hops().get(0);
      title =
          "Update to "
              + first.version()
              + taken.map(way -> " " + way.words()).orElse("")
              + (plan.hops().size() > 1 ? ", a stepping stone" : "");
    }
    return new Plan(
        title,
        plan.decision().go(),
        plan.why(),
        stands(plan),
        plan.target().isPresent() ? ladder(board, plan, desk) : null,
        plan.ways().stream()
            .map(
                v ->
                    new WayRow(
                        v.way().id(),
                        v.way().words(),
                        v.words(),
                        v.usable(),
                        taken.filter(w -> w == v.way()).isPresent()))
            .toList(),
        notes(plan));
  }

  private static List<StandRow> stands(UpdatePlan plan) {
    List<StandRow> rows = new ArrayList<>();
    for (UpdatePlan.Stand stand : plan.stands()) {
      rows.add(
          new StandRow(
              stand.position().id(),
              stand.position().words(),
              stand.updates(),
              stand.because(),
              rows.isEmpty()));
    }
    return rows;
  }

  private static List<String> notes(UpdatePlan plan) {
    List<String> notes = new ArrayList<>();
    for (UpdatePlan.Named named : plan.named()) {
      notes.add(
          named.release().version()
              + ": "
              + named.note().text()
              + " Suspect: "
              + named.suspect()
              + ", "
              + named.odds().percent());
    }
    for (Release hop : plan.hops()) {
      for (Release.Note note : hop.notes()) {
        if (plan.named().stream().noneMatch(n -> n.note().equals(note))) {
          notes.add(hop.version() + ": " + note.text());
        }
      }
    }
    return notes;
  }

  /** All versions in a row, with the writes as arcs above it. */
  private static Ladder ladder(BoardRecord board, UpdatePlan plan, FirmwareDesk desk) {
    VersionScheme scheme = board.scheme();
    List<Release> hops = plan.decision().go() ? plan.hops() : List.of();
    List<Rung> rungs = new ArrayList<>();
    int at = -1;
    int security = 0;
    for (Release r : board.releases()) {
      int x = LEFT + rungs.size() * APART;
      boolean now =
          desk.facts()
              .find(FirmwareFacts.NOW)
              .filter(v -> scheme.compare(v, r.version()) == Order.SAME)
              .isPresent();
      at = now ? x : at;
      String role =
          now
              ? "now"
              : hops.contains(r)
                  ? plan.target().filter(r::equals).isPresent() ? "target" : "hop"
                  : scheme.unfinished(r.version()) ? "trial" : "other";
      rungs.add(new Rung(x, r.version(), r.date().toString(), role, r.security() > security));
      security = Math.max(security, r.security());
    }
    List<Arc> arcs = new ArrayList<>();
    int from = at < 0 ? LEFT - APART / 2 : at;
    for (Release hop : hops) {
      int to = rungs.get(board.releases().indexOf(hop)).x();
      arcs.add(new Arc(from, to, 34 - Math.min(20, Math.abs(to - from) / 14)));
      from = to;
    }
    return new Ladder(LEFT * 2 + (rungs.size() - 1) * APART, rungs, arcs);
  }

  static GateView gate(WriteGate.Facts facts) {
    Gate<WriteGate.Topic> gate = WriteGate.of(facts);
    return new GateView(
        gate.go(),
        gate.open().size(),
        facts.target().version(),
        facts.target().file(),
        facts.target().sha256(),
        WriteGate.wantedName(facts),
        facts.way() != Way.FROM_SYSTEM,
        facts.power().battery().isPresent(),
        gate.points().stream()
            .map(
                p ->
                    new GateRow(p.topic().id(), p.topic().words(), p.passes(), p.words(), p.todo()))
            .toList());
  }

  static List<Choice> families(BoardFamily chosen) {
    return Arrays.stream(BoardFamily.values())
        .map(f -> new Choice(f.id(), f.words(), f == chosen))
        .toList();
  }

  // --- settings ----------------------------------------------------------------------------------

  static List<SettingRow> settings(FirmwareDesk desk, BoardFamily family) {
    List<SettingRow> rows = new ArrayList<>();
    for (Setting setting : Setting.values()) {
      String noted = desk.noted().getOrDefault(setting, "");
      if (!noted.isEmpty() || Setting.of(family).contains(setting)) {
        rows.add(
            new SettingRow(
                setting.id(),
                setting.words(),
                setting.without(),
                setting.usual(),
                noted,
                desk.result(setting)
                    .map(r -> r == ReEntry.Result.HOLDS ? "back" : "fails")
                    .orElse(""),
                setting.rank().words()));
      }
    }
    return rows;
  }

  static List<TurnRow> turns(ReEntry entry) {
    List<TurnRow> rows = new ArrayList<>();
    for (ReEntry.Turn turn : entry.turns()) {
      rows.add(
          new TurnRow(
              turn.settings().stream()
                  .map(s -> s.words() + ": " + entry.value(s))
                  .collect(Collectors.joining(", ")),
              turn.settings().stream().map(Setting::id).collect(Collectors.joining(",")),
              turn.alone(),
              turn.settings().get(0).rank().words(),
              rows.isEmpty()));
    }
    return rows;
  }

  // --- reset -------------------------------------------------------------------------------------

  static ResetRow reset(ResetWay way) {
    String minutes = Minutes.of(way.hands()).text() + " hands";
    if (way.waiting() > 0) {
      minutes += ", " + Minutes.of(way.waiting()).text() + " alone";
    }
    return new ResetRow(
        way.id(),
        way.words(),
        way.how(),
        way.drawing().map(Drawing::id).orElse(""),
        way.drawing().map(Drawing::words).orElse(""),
        minutes + ", then the memory trains");
  }
}
