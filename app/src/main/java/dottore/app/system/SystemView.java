package dottore.app.system;

import dottore.app.desk.DiskMap;
import dottore.app.desk.Field;
import dottore.app.desk.PointRow;
import dottore.core.facts.Fact;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.system.Readiness;
import dottore.core.system.Stall;
import dottore.core.system.SystemDesk;
import dottore.core.system.SystemDesk.Topic;
import dottore.core.system.SystemFacts;
import dottore.core.system.SystemProfile;
import dottore.core.system.SystemRoad;
import dottore.core.system.SystemRoads;
import dottore.core.system.SystemRoads.Weighed;
import dottore.core.weigh.Choice;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.ui.Model;

/** What the page of the system desk shows. */
final class SystemView {
  /** Width of the scale of hours, in units of its drawing. */
  private static final double SCALE = 400;

  private static final double HOUR = 60;
  private static final int PERCENT = 100;

  /** So many hours have a mark each; of more only every second or fourth. */
  private static final int FEW = 6;

  private static final Map<String, String> UNITS =
      Map.of(
          "memory-gib", ", GiB",
          "disk-gb", ", GB",
          "system-free", ", GB",
          "system-years", ", years ago");

  /** A system to choose. */
  record Option(String id, String name) {}

  /** An hour of the scale. */
  record Tick(double x, String label) {}

  /**
   * A road on the scale.
   *
   * @param hands length of the bar, in units of the drawing
   * @param wall why it cannot be taken; empty if it can
   * @param holds in per cent
   */
  record RoadRow(
      String id,
      String words,
      String brings,
      String wall,
      double hands,
      double waiting,
      String minutes,
      String because,
      int holds,
      boolean best,
      boolean chosen,
      boolean late) {}

  record Scale(double width, List<Tick> ticks, List<RoadRow> roads, List<RoadRow> shut) {}

  record Lead(String flag, String title, String words, boolean stops) {}

  record StallRow(String words, String then) {}

  private SystemView() {}

  /**
   * @param left minutes until the promise; empty if none was given
   */
  static void fill(SystemDesk desk, Map<String, String> facts, Optional<Long> left, Model model) {
    Optional<SystemProfile> wanted = desk.wanted();
    Optional<Readiness> readiness = desk.readiness();
    Gate<Topic> gate = desk.gate();
    model.addAttribute(
        "systems", desk.choices().stream().map(p -> new Option(p.id(), p.name())).toList());
    model.addAttribute("wanted", wanted.map(SystemProfile::id).orElse(""));
    model.addAttribute("editions", wanted.map(SystemProfile::editions).orElse(List.of()));
    model.addAttribute("languages", wanted.map(SystemProfile::languages).orElse(List.of()));
    model.addAttribute("machine", fields(SystemFacts.MACHINE.facts(), desk, facts));
    model.addAttribute("decides", fields(SystemFacts.DECIDES.facts(), desk, facts));
    model.addAttribute("stalls", fields(SystemFacts.STALLS.facts(), desk, facts));
    model.addAttribute(
        "stall",
        desk.stall().map((Stall.Verdict v) -> new StallRow(v.words(), v.then())).orElse(null));
    model.addAttribute("scale", desk.roads().map(roads -> scale(roads, desk, left)).orElse(null));
    model.addAttribute(
        "wants",
        readiness.map(r -> r.points().stream().map(SystemView::want).toList()).orElse(List.of()));
    model.addAttribute("verdict", readiness.map(r -> r.verdict().words()).orElse(""));
    model.addAttribute(
        "refused",
        readiness.filter(r -> r.verdict() == Readiness.Verdict.NOT_MADE_FOR_IT).isPresent());
    model.addAttribute(
        "costs", readiness.filter(r -> !r.stops().isEmpty()).map(SystemView::costs).orElse(""));
    model.addAttribute(
        "map",
        desk.fresh()
            .flatMap(
                fresh ->
                    desk.target()
                        .map(
                            target ->
                                DiskMap.of(
                                    List.of(target),
                                    Optional.of(target),
                                    Optional.of(new DiskMap.Plan(fresh, false)))))
            .orElse(null));
    model.addAttribute("signing", SystemFacts.SIGNED.choices());
    model.addAttribute(
        "points", gate.points().stream().map(p -> PointRow.of(p, Topic::words)).toList());
    model.addAttribute("ready", gate.go() && desk.road().filter(SystemView::begins).isPresent());
    model.addAttribute("lead", lead(gate, desk));
    boolean erases = desk.road().filter(SystemRoad::erases).isPresent();
    model.addAttribute("card", erases ? desk.card().orElse(null) : null);
    model.addAttribute("fourKnown", false);
    model.addAttribute(
        "school", desk.road().or(() -> best(desk)).map(SystemRoad::otherSchool).orElse(""));
  }

  /** What curing all that stops it costs together. */
  private static String costs(Readiness readiness) {
    boolean nothing = readiness.verdict() == Readiness.Verdict.NOT_MADE_FOR_IT;
    return nothing
        ? ""
        : "All of it: "
            + readiness.minutes()
            + " minutes of hands"
            + (readiness.money() > 0
                ? ", parts about " + Math.round(readiness.money()) + " (guide)"
                : "")
            + ".";
  }

  private static boolean begins(SystemRoad road) {
    return road.erases() || road.inPlace();
  }

  private static Optional<SystemRoad> best(SystemDesk desk) {
    return desk.roads().flatMap(SystemRoads::best).map(w -> w.choice().road());
  }

  private static List<Field> fields(
      List<? extends Fact<?>> asked, SystemDesk desk, Map<String, String> facts) {
    return asked.stream()
        .map(fact -> Field.of(fact, desk.facts(), facts))
        .map(
            f ->
                new Field(
                    f.name(), f.words() + UNITS.getOrDefault(f.name(), ""), f.choices(), f.value()))
        .toList();
  }

  private static Scale scale(SystemRoads roads, SystemDesk desk, Optional<Long> left) {
    double longest =
        roads.roads().stream()
            .map(Weighed::choice)
            .filter(Choice::open)
            .mapToDouble(c -> c.hands().value() + c.waiting().value())
            .max()
            .orElse(HOUR);
    double hours = Math.max(1, Math.ceil(longest / HOUR));
    double unit = SCALE / (hours * HOUR);
    List<Tick> ticks = new ArrayList<>();
    int step = hours <= FEW ? 1 : hours <= 2 * FEW ? 2 : 2 * FEW / 3;
    for (int hour = 0; hour <= hours; hour += step) {
      ticks.add(new Tick(hour * HOUR * unit, hour + " h"));
    }
    Optional<SystemRoad> chosen = desk.road();
    Optional<SystemRoad> best = best(desk);
    List<RoadRow> rows =
        roads.roads().stream()
            .map(
                road -> {
                  Choice<SystemRoad> c = road.choice();
                  return new RoadRow(
                      c.road().id(),
                      c.road().words(),
                      c.road().brings(),
                      c.wall().orElse(""),
                      Math.max(2, unit * c.hands().value()),
                      unit * c.waiting().value(),
                      Math.round(c.hands().value())
                          + " min hands, "
                          + Math.round(c.waiting().value())
                          + " min alone",
                      String.join("; ", c.because()),
                      (int) Math.round(PERCENT * road.holds()),
                      best.filter(c.road()::equals).isPresent(),
                      chosen.filter(c.road()::equals).isPresent(),
                      left.filter(m -> c.hands().value() + c.waiting().value() > m).isPresent());
                })
            .toList();
    return new Scale(
        SCALE,
        ticks,
        rows.stream().filter(row -> row.wall().isEmpty()).toList(),
        rows.stream().filter(row -> !row.wall().isEmpty()).toList());
  }

  private static PointRow want(Readiness.Point point) {
    return switch (point.state()) {
      case HAS -> new PointRow(point.topic(), "✓", "good", point.words(), "");
      case UNKNOWN -> new PointRow(point.topic(), "?", "ask", point.words(), "");
      case LACKS ->
          new PointRow(
              point.topic(),
              point.cure() == Readiness.Cure.SETTING ? "○" : point.hard() ? "✕" : "▲",
              point.cure() == Readiness.Cure.SETTING ? "sheet" : point.hard() ? "bad" : "ask",
              point.words(),
              point.todo()
                  + (point.minutes() > 0 ? ", " + point.minutes() + " min" : "")
                  + (point.money() > 0 ? ", about " + Math.round(point.money()) : ""));
    };
  }

  private static Lead lead(Gate<Topic> gate, SystemDesk desk) {
    Optional<SystemRoad> road = desk.road();
    if (gate.go() && road.isPresent()) {
      String title = road.get().words() + ": " + desk.wanted().orElseThrow().name();
      return switch (road.get()) {
        case CLONE ->
            new Lead(
                "Chosen", title, "It is made under Fix, Drive, Replace, on that sheet.", false);
        case LEAVE -> new Lead("Chosen", title, "Nothing to do; say so at hand-over.", false);
        default ->
            new Lead(
                "Ready",
                title,
                "The sheet holds the order, what is saved first, and what goes back.",
                false);
      };
    }
    Point<Topic> first = gate.open().get(0);
    return new Lead(
        "Before anything is installed",
        first.topic().words() + ": " + first.words(),
        first.todo() + ".",
        first.state() == dottore.core.gate.State.BAD);
  }
}
