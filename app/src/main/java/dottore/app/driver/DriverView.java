package dottore.app.driver;

import dottore.app.desk.Field;
import dottore.app.desk.PointRow;
import dottore.app.shop.Times;
import dottore.core.driver.Crashes;
import dottore.core.driver.DriverDesk;
import dottore.core.driver.DriverDesk.Topic;
import dottore.core.driver.DriverFacts;
import dottore.core.driver.DriverPackage;
import dottore.core.driver.InstallOrder.Install;
import dottore.core.driver.InstallOrder.Move;
import dottore.core.driver.InstallOrder.Start;
import dottore.core.driver.Judged;
import dottore.core.driver.Judged.Verdict;
import dottore.core.driver.KnownGood;
import dottore.core.driver.ListChange;
import dottore.core.driver.Suspect;
import dottore.core.format.DeviceList;
import dottore.core.format.EventList;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.machine.DeviceId;
import dottore.core.machine.DeviceKind;
import dottore.core.words.Code;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.ui.Model;

/** What the pages under Drivers show. */
final class DriverView {
  private static final int PERCENT = 100;

  record Lead(String flag, String title, String words, boolean stops) {}

  /**
   * A package of the order.
   *
   * @param out what is left out of it; empty if nothing is
   */
  record Chip(String kind, String name, String version, String from, String how, String out) {}

  /** What goes on between two restarts. */
  record Round(List<Chip> chips, String restart) {}

  record Held(String name, String why) {}

  /**
   * A device.
   *
   * @param state class of its color: bad, ask, good
   */
  record DeviceRow(
      String key,
      String name,
      String id,
      String driver,
      String dated,
      String mark,
      String state,
      String verdict,
      String because,
      String take,
      String how,
      boolean left) {}

  record ChangeRow(String name, String what, boolean worse, String was, String is) {}

  record Column(int number, String name) {}

  record SuspectRow(String name, String device, String kind, List<String> because, boolean first) {}

  record CodeRow(String number, long times, String words) {}

  record BeforeRow(String source, String words, String chance, boolean telling) {}

  /** A fall on the strip, in per cent of its width. */
  record Mark(double x, String label, String at) {}

  private final DriverDesk desk;
  private final Map<String, String> facts;

  DriverView(DriverDesk desk, Map<String, String> facts) {
    this.desk = desk;
    this.facts = facts;
  }

  /** A list whose columns must be named first. */
  void columns(boolean devices, Model model) {
    String header = facts.getOrDefault("columns", "");
    List<Column> columns = new ArrayList<>();
    if (!header.isEmpty()) {
      for (String name : header.split("\n", -1)) {
        columns.add(new Column(columns.size(), name));
      }
    }
    model.addAttribute("columns", columns);
    model.addAttribute("roles", (devices ? DeviceList.ROLES : EventList.ROLES).keySet());
    model.addAttribute("pasted", facts.getOrDefault("text", ""));
  }

  // --- devices -----------------------------------------------------------------------------------

  void devices(Model model) {
    Gate<Topic> gate = desk.gate();
    model.addAttribute(
        "points", gate.points().stream().map(p -> PointRow.of(p, Topic::words)).toList());
    boolean ready = gate.go() && !desk.order().packages().isEmpty();
    model.addAttribute("ready", ready);
    model.addAttribute("lead", lead(gate));
    model.addAttribute("listed", desk.listed().isPresent());
    model.addAttribute("platform", desk.platform().map(p -> p.name()).orElse(""));
    model.addAttribute("system", facts.getOrDefault("system-had", ""));
    model.addAttribute("rounds", rounds());
    model.addAttribute("restarts", desk.order().restarts());
    model.addAttribute(
        "held",
        desk.order().held().entrySet().stream()
            .map(e -> new Held(e.getKey().words(), e.getValue()))
            .sorted(Comparator.comparing(Held::name))
            .toList());
    model.addAttribute("pack", desk.pack().packages().isEmpty() ? "" : desk.pack().words());
    List<Judged> sorted =
        desk.judged().stream().sorted(Comparator.comparing(Judged::verdict)).toList();
    model.addAttribute("rows", sorted.stream().filter(j -> !quiet(j)).map(this::row).toList());
    model.addAttribute("fine", sorted.stream().filter(DriverView::quiet).map(this::row).toList());
    model.addAttribute(
        "asked",
        DriverFacts.ASKED.facts().stream().map(f -> Field.of(f, desk.facts(), facts)).toList());
    Optional<ListChange> change = desk.change().filter(c -> !c.rows().isEmpty());
    model.addAttribute(
        "changes",
        change.map(c -> c.rows().stream().map(DriverView::changed).toList()).orElse(List.of()));
    model.addAttribute("same", desk.change().map(ListChange::same).orElse(-1));
    model.addAttribute("mayGoBack", change.isPresent());
    model.addAttribute("kinds", DeviceKind.values());
  }

  private static boolean quiet(Judged judged) {
    return judged.verdict() == Verdict.FINE
        || judged.verdict() == Verdict.BEHIND
        || judged.verdict() == Verdict.UNKNOWN && judged.device().mark().isEmpty();
  }

  private Lead lead(Gate<Topic> gate) {
    if (!gate.open().isEmpty()) {
      Point<Topic> first = gate.open().get(0);
      return new Lead(
          "Before anything is put on",
          first.topic().words() + ": " + first.words(),
          first.todo() + ".",
          first.state() == dottore.core.gate.State.BAD);
    }
    long wrong = desk.judged().stream().filter(j -> j.verdict().wrong()).count();
    if (desk.order().packages().isEmpty()) {
      return new Lead(
          "",
          wrong == 0 ? "Every driver is as it should be" : "Everything is left as it is",
          wrong == 0
              ? "A newer one goes on for a named reason only."
              : wrong + " could be changed, and somebody chose not to.",
          false);
    }
    String first = desk.order().packages().get(0).name();
    return new Lead(
        "Ready",
        "Put on " + count(desk.order().packages().size(), "package") + ", " + first + " first",
        "With "
            + count(desk.order().restarts(), "restart")
            + ", fewer is not possible. The way back is made first, the list is read again in the"
            + " end.",
        false);
  }

  static String count(int number, String what) {
    return number + " " + what + (number == 1 ? "" : "s");
  }

  private List<Round> rounds() {
    List<Round> rounds = new ArrayList<>();
    List<Chip> chips = new ArrayList<>();
    for (Move move : desk.order().moves()) {
      if (move instanceof Install install) {
        chips.add(chip(install));
      } else if (move instanceof Start start) {
        rounds.add(
            new Round(List.copyOf(chips), start.byItself() ? "restarts by itself" : "restart"));
        chips.clear();
      }
    }
    if (!chips.isEmpty()) {
      rounds.add(new Round(List.copyOf(chips), ""));
    }
    return rounds;
  }

  private Chip chip(Install install) {
    DriverPackage p = install.what();
    boolean clean =
        desk.judged().stream()
            .filter(j -> j.take().filter(p::equals).isPresent())
            .anyMatch(Judged::clean);
    return new Chip(
        p.kind().words(),
        p.name(),
        p.version(),
        p.source().words() + ", " + p.megabytes() + " MB",
        clean ? "clean" : "express",
        install.leftOut());
  }

  private DeviceRow row(Judged judged) {
    var device = judged.device();
    String driver = (device.provider() + " " + device.version()).strip();
    Verdict verdict = judged.verdict();
    String state =
        verdict.wrong() || verdict == Verdict.PART ? "bad" : quiet(judged) ? "good" : "ask";
    return new DeviceRow(
        device.key(),
        device.name(),
        device.id().map(DeviceId::words).orElse(""),
        driver,
        device.date().map(day -> "of " + day).orElse(""),
        state.equals("bad") ? "✕" : state.equals("good") ? "✓" : "?",
        state,
        verdict.words(),
        judged.because(),
        judged
            .take()
            .map(p -> p.words() + judged.rank().map(r -> ", for " + r.words()).orElse(""))
            .orElse(verdict.wrong() ? "none is published" : ""),
        judged.how(),
        desk.left(device));
  }

  private static ChangeRow changed(ListChange.Row row) {
    return new ChangeRow(
        row.device().name(), row.what().words(), row.what().worse(), row.was(), row.is());
  }

  /** A set that ran, in one line. */
  static String words(KnownGood good) {
    List<String> parts = new ArrayList<>();
    KnownGood.Set set = good.set();
    if (!set.firmware().isEmpty()) {
      parts.add("firmware " + set.firmware());
    }
    if (!set.system().isEmpty()) {
      parts.add(set.system());
    }
    if (!set.chipset().isEmpty()) {
      parts.add("chipset " + set.chipset());
    }
    if (!set.graphics().isEmpty()) {
      parts.add("graphics " + set.graphics());
    }
    return String.join(" · ", parts)
        + ": "
        + count(good.times(), "machine")
        + ", last handed back "
        + good.last();
  }

  // --- crashes -----------------------------------------------------------------------------------

  void crashes(Times times, Model model) {
    Optional<Crashes> known = desk.crashes();
    List<Suspect> suspects = desk.suspects();
    model.addAttribute("read", known.isPresent());
    model.addAttribute("lead", lead(known, suspects));
    model.addAttribute(
        "suspects",
        suspects.stream()
            .map(
                s ->
                    new SuspectRow(
                        s.name(),
                        s.device().map(d -> d.name()).orElse(""),
                        s.kind().words(),
                        s.because(),
                        s == suspects.get(0)))
            .toList());
    model.addAttribute("codes", known.map(this::codes).orElse(List.of()));
    model.addAttribute(
        "modules", known.map(c -> c.modules().entrySet()).orElse(java.util.Set.of()));
    model.addAttribute("before", known.map(DriverView::before).orElse(List.of()));
    model.addAttribute("counted", known.map(c -> c.words() + days(c, times)).orElse(""));
    model.addAttribute("quiet", known.map(Crashes::quiet).orElse(0));
    model.addAttribute("falls", known.map(c -> c.falls().size()).orElse(0));
    model.addAttribute("strip", known.map(c -> strip(c, times)).orElse(List.of()));
    model.addAttribute("listed", desk.listed().isPresent());
  }

  private static String days(Crashes crashes, Times times) {
    List<Crashes.Fall> falls = crashes.falls();
    return falls.isEmpty()
        ? ""
        : ", "
            + times.moment(falls.get(0).at())
            + " to "
            + times.moment(falls.get(falls.size() - 1).at());
  }

  private static Lead lead(Optional<Crashes> known, List<Suspect> suspects) {
    if (known.isEmpty()) {
      return new Lead(
          "Read first",
          "Give it the event list of the days when it fell",
          "Saved from the machine as a table, as XML or as text; codes, modules and what stands"
              + " before each fall are counted for you.",
          false);
    }
    Crashes crashes = known.get();
    if (crashes.falls().isEmpty()) {
      return new Lead(
          "", "Nothing in this list says that it fell", "Is it of the right days?", false);
    }
    if (suspects.isEmpty()) {
      return new Lead(
          "",
          "No driver is accused",
          crashes.codes() == Crashes.Codes.VARY
              ? "Different codes and no module: memory, power or heat before any driver. Find has"
                  + " it."
              : crashes.quiet() * 2 > crashes.falls().size()
                  ? "Nothing stands before most falls: power or heat before any driver. Find has"
                      + " it."
                  : "Find weighs what the list says.",
          false);
    }
    Suspect first = suspects.get(0);
    return new Lead(
        "Most accused",
        first.name()
            + first
                .device()
                .map(d -> d.name().equals(first.name()) ? "" : ", " + d.name())
                .orElse(", " + first.kind().words()),
        first.because().isEmpty() ? "" : capital(first.because().get(0)) + ".",
        false);
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  private List<CodeRow> codes(Crashes crashes) {
    return crashes.counted().entrySet().stream()
        .map(
            e ->
                new CodeRow(
                    e.getKey(),
                    e.getValue(),
                    desk.platform()
                        .map(p -> p.stop(e.getKey()))
                        .orElseGet(() -> Code.stop(e.getKey()).map(Code::words).orElse(""))))
        .toList();
  }

  private static List<BeforeRow> before(Crashes crashes) {
    return crashes.before().stream()
        .map(
            b ->
                new BeforeRow(
                    b.source(),
                    "before "
                        + b.falls()
                        + " of "
                        + crashes.falls().size()
                        + ", "
                        + count(b.times(), "line"),
                    b.chance() < 0.001
                        ? "hardly by chance"
                        : Math.round(b.chance() * PERCENT) + " % by chance",
                    crashes.telling().contains(b)))
        .toList();
  }

  private static List<Mark> strip(Crashes crashes, Times times) {
    List<Crashes.Fall> falls = crashes.falls();
    if (falls.isEmpty()) {
      return List.of();
    }
    Instant first = falls.get(0).at();
    double span =
        Math.max(1, Duration.between(first, falls.get(falls.size() - 1).at()).toSeconds());
    return falls.stream()
        .map(
            f ->
                new Mark(
                    Math.round(Duration.between(first, f.at()).toSeconds() / span * 960) + 20,
                    f.code().isEmpty() ? "off" : f.code(),
                    times.moment(f.at())))
        .toList();
  }
}
