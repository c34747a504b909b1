package dottore.app.practice;

import dottore.core.bridge.Parts;
import dottore.core.bridge.Printout;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Step;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Memory;
import dottore.core.practice.Part;
import dottore.core.practice.Start;
import dottore.core.practice.Start.Halt;
import dottore.core.rehearsal.Done;
import dottore.core.rehearsal.Mishap;
import dottore.core.rehearsal.Rehearsal;
import dottore.core.rehearsal.Words;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** A practice machine as the page shows it. */
final class BenchView {
  /** A part on the drawing. */
  record Spot(
      String id,
      String name,
      String drawn,
      int x,
      int y,
      int w,
      int h,
      boolean chosen,
      String state) {}

  /**
   * Something that can be done at a part.
   *
   * @param key the number that does it; empty from the tenth on
   * @param deep whether hands go inside with the mains out
   * @param mends whether it changes something for good
   */
  record Act(
      String id,
      String name,
      String minutes,
      String key,
      String caution,
      boolean deep,
      boolean mends) {}

  /** What cannot be done now, with the reason. */
  record Barred(String why, List<String> acts) {}

  /**
   * One line of what is known.
   *
   * @param number which move it was
   * @param file what a device handed out with it; empty where none did
   */
  record Line(int number, String at, String title, String seen, String mishap, String file) {}

  /** A slot with what stands in it. */
  record Slot(int number, int x, String mark) {}

  /** A lamp of the board. */
  record Lamp(String name, int x, boolean on) {}

  record Choice(String station, List<Named> causes) {}

  record Named(String id, String name) {}

  private static final int KEYS = 9;

  private final Rehearsal rehearsal;
  private final Casebook casebook;
  private final Optional<Part> chosen;
  private final Optional<Step> hint;
  private final List<Act> acts = new ArrayList<>();
  private final Map<String, List<String>> barred = new LinkedHashMap<>();

  /**
   * @param hint what would be advised now, where somebody has just asked
   */
  BenchView(Rehearsal rehearsal, Casebook casebook, Optional<Part> chosen, Optional<Step> hint) {
    this.rehearsal = rehearsal;
    this.casebook = casebook;
    this.hint = hint;
    this.chosen = chosen.filter(part -> part.on(rehearsal.machine().kind()));
    for (Step step : steps()) {
      rehearsal
          .obstacle(step)
          .ifPresentOrElse(
              why -> barred.computeIfAbsent(why, w -> new ArrayList<>()).add(step.name()),
              () -> acts.add(act(step)));
    }
  }

  private Machine machine() {
    return rehearsal.machine();
  }

  public String code() {
    return rehearsal.scenario().code();
  }

  public String kind() {
    return machine().kind().id();
  }

  public String kindName() {
    return kind().substring(0, 1).toUpperCase(Locale.ROOT) + kind().substring(1);
  }

  public int level() {
    return rehearsal.scenario().level();
  }

  public String story() {
    return rehearsal.scenario().story().words();
  }

  public String complaint() {
    return Words.complaint(rehearsal.scenario().complaint());
  }

  public String old() {
    return machine().build().old() ? "over eight years old" : "";
  }

  public String clock() {
    return clock(rehearsal.minutes());
  }

  static String clock(double minutes) {
    int whole = (int) Math.round(minutes);
    return String.format(Locale.ROOT, "%d:%02d", whole / 60, whole % 60);
  }

  public int seen() {
    return rehearsal.done().size();
  }

  public Drawing drawing() {
    return Drawing.of(machine().kind());
  }

  public List<Spot> spots() {
    return drawing().spots().stream()
        .map(
            spot ->
                new Spot(
                    spot.part().id(),
                    spot.part().words(),
                    drawn(spot.part()),
                    spot.x(),
                    spot.y(),
                    spot.w(),
                    spot.h(),
                    chosen.equals(Optional.of(spot.part())),
                    state(spot.part())))
        .toList();
  }

  /** Which graphic a part has. */
  private static String drawn(Part part) {
    return switch (part) {
      case FIRMWARE, SYSTEM, DRIVERS, OWNER -> "tab";
      case SCREEN, PANEL -> "screen";
      default -> part.id();
    };
  }

  /** What can be seen of a part without touching it. */
  private String state(Part part) {
    return switch (part) {
      case SUPPLY -> machine().has(Flaw.SWITCH_OFF) ? "switch off" : "switch on";
      case WALL, CHARGER -> rehearsal.mainsIn() ? "plugged in" : "pulled";
      case BUTTON -> rehearsal.on() ? "on" : "off";
      case COOLER -> rehearsal.on() && turns() ? "turns" : "stands";
      case MEMORY -> machine().memory().taken().size() + " in";
      case SOCKETS ->
          machine().any(Flaw.STICK_LEFT_IN, Flaw.SETUP_UNDER_WAY) ? "a stick is in" : "";
      case PANEL -> screen(machine().build().inOnePiece());
      case SCREEN -> machine().build().inOnePiece() ? "an outer screen" : screen(true);
      default -> "";
    };
  }

  private boolean turns() {
    return !machine().has(Flaw.FAN_STILL);
  }

  private String screen(boolean own) {
    return own ? rehearsal.running().map(s -> Words.screen(s.picture())).orElse("dark") : "dark";
  }

  /** Which picture is on the machine's own screen. */
  public String picture() {
    return rehearsal.running().map(Start::picture).orElse(Start.Picture.NOTHING).name();
  }

  public boolean running() {
    return rehearsal.on();
  }

  public boolean fans() {
    return rehearsal.on() && turns();
  }

  public boolean coverOff() {
    return rehearsal.coverOff();
  }

  public boolean mainsIn() {
    return rehearsal.mainsIn();
  }

  public boolean writing() {
    return rehearsal.writing().isPresent();
  }

  public boolean copied() {
    return rehearsal.copied();
  }

  public String plug() {
    return machine().portable() ? "charger" : "mains";
  }

  public boolean supplySwitchOn() {
    return !machine().has(Flaw.SWITCH_OFF);
  }

  public boolean cardIn() {
    return machine().build().card() && !machine().has(Flaw.CARD_OUT);
  }

  public boolean cableInCard() {
    return cardIn() && !machine().has(Flaw.CABLE_IN_BOARD);
  }

  public boolean stickIn() {
    return machine().any(Flaw.STICK_LEFT_IN, Flaw.SETUP_UNDER_WAY);
  }

  public boolean tower() {
    return machine().tower();
  }

  /** The board's lamps, where it has some. */
  public List<Lamp> lamps() {
    if (!machine().build().lights()) {
      return List.of();
    }
    Optional<Start> start = rehearsal.running();
    return List.of(
        lamp("cpu", 0, start, Halt.PROCESSOR),
        lamp("mem", 1, start, Halt.MEMORY),
        lamp("gfx", 2, start, Halt.GRAPHICS),
        lamp("boot", 3, start, Halt.DEVICES, Halt.NO_DRIVE));
  }

  private static Lamp lamp(String name, int at, Optional<Start> start, Halt... halts) {
    boolean lit = start.filter(s -> List.of(halts).contains(s.halt())).isPresent();
    return new Lamp(name, 12 + at * 40, lit);
  }

  /** What the digits on the board read; empty where it has none. */
  public String digits() {
    if (!machine().build().digits()) {
      return "";
    }
    return rehearsal
        .running()
        .map(Start::code)
        .filter(code -> code.isPresent())
        .map(code -> String.format(Locale.ROOT, "%02X", code.getAsInt()))
        .orElse("--");
  }

  public List<Slot> slots() {
    List<Slot> slots = new ArrayList<>();
    Memory memory = machine().memory();
    for (int i = 0; i < memory.slots().size(); i++) {
      slots.add(
          new Slot(i + 1, i, memory.slots().get(i).module().map(Memory.Module::mark).orElse("")));
    }
    return slots;
  }

  public String part() {
    return chosen.map(Part::id).orElse("");
  }

  public String partName() {
    return chosen.map(Part::words).orElse("");
  }

  public String partHint() {
    return chosen.map(Part::hint).orElse("");
  }

  /** Hands are in the machine while it has mains. */
  public boolean warns() {
    return rehearsal.coverOff() && rehearsal.mainsIn() && acts.stream().anyMatch(Act::deep);
  }

  /** What can be done at the chosen part, looks before tools before writes. */
  public List<Act> acts() {
    return acts;
  }

  private Act act(Step step) {
    return new Act(
        step.id(),
        step.name(),
        String.format(Locale.ROOT, "%.0f min", rehearsal.minutes(step)),
        acts.size() < KEYS ? String.valueOf(acts.size() + 1) : "",
        caution(step),
        step.effort().opensTheCase() && !step.effort().care().live(),
        !(step instanceof Check));
  }

  /** What there is beside that, by the reason why not. */
  public List<Barred> barred() {
    return barred.entrySet().stream().map(e -> new Barred(e.getKey(), e.getValue())).toList();
  }

  private List<Step> steps() {
    return Stream.<Step>concat(casebook.checks().stream(), casebook.repairs().stream())
        .filter(step -> chosen.equals(Optional.of(Parts.of(step))))
        .filter(step -> step.effort().kinds().contains(machine().kind()))
        .sorted(
            Comparator.comparing((Step step) -> !(step instanceof Check))
                .thenComparing(step -> step.effort().depth())
                .thenComparing(rehearsal::minutes))
        .toList();
  }

  private String caution(Step step) {
    if (step.effort().depth() == Depth.WRITES_DRIVE && !rehearsal.copied()) {
      return "Erases or changes what is on the drive. Was it copied?";
    }
    return step.effort().depth() == Depth.WRITES_FIRMWARE
        ? "Once it writes, nobody touches it."
        : step.caution().orElse("");
  }

  /** What was done and seen, the last first. */
  public List<Line> lines() {
    List<Line> lines = new ArrayList<>();
    for (int number = rehearsal.done().size() - 1; number >= 0; number--) {
      Done done = rehearsal.done().get(number);
      String file = Printout.name(done.move().of()).orElse("");
      lines.add(
          new Line(
              number,
              clock(done.at()),
              done.title(),
              done.seen(),
              done.mishap().map(Mishap::words).orElse(""),
              file));
    }
    return lines;
  }

  /** A question to think of; not which step answers it. */
  public String hint() {
    return hint.map(
            step ->
                step instanceof Check check
                    ? Parts.of(step).words() + ": " + check.question()
                    : Parts.of(step).words()
                        + ": what could be wrong here and would be mended by hand?")
        .orElse("");
  }

  public String owed() {
    return String.join(", ", rehearsal.owed());
  }

  public String money() {
    return rehearsal.money() == 0 ? "" : String.format(Locale.ROOT, "%.0f", rehearsal.money());
  }

  /** All causes that this kind of machine can have, to name one of them. */
  public List<Choice> choices() {
    List<Cause> causes =
        casebook.causes().stream()
            .filter(cause -> cause.kinds().contains(machine().kind()))
            .sorted(Comparator.comparing(Cause::station).thenComparing(Cause::name))
            .toList();
    Map<String, List<Named>> ordered = new LinkedHashMap<>();
    for (Cause cause : causes) {
      ordered
          .computeIfAbsent(cause.station().words(), s -> new ArrayList<>())
          .add(new Named(cause.id(), cause.name()));
    }
    return ordered.entrySet().stream().map(e -> new Choice(e.getKey(), e.getValue())).toList();
  }

  /** The temperature as it went, when it was just looked at. */
  public Optional<Instruments.Curve> curve() {
    return Instruments.curve(rehearsal);
  }

  /** What the meter shows, when it was just used. */
  public Optional<Instruments.Meter> meter() {
    return Instruments.meter(rehearsal);
  }
}
