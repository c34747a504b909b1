package dottore.core.system;

import dottore.core.machine.BootMode;
import dottore.core.system.SystemProfile.Boot;
import dottore.core.system.SystemProfile.Want;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Whether a machine has what a system wants: hard needs and soft ones apart, with what cures each
 * that fails, in the order in which it is cured.
 *
 * @param points in the order of the cure: what nothing cures first, then parts, then settings in
 *     the only order in which they can be set, then what is good
 */
public record Readiness(List<Point> points) {
  /** What cures a need that fails. */
  public enum Cure {
    /** It fails nothing, or nobody looked. */
    NONE,
    /** Nothing does: another system or machine. */
    NOTHING,
    PART,
    SETTING
  }

  /** How it stands. */
  public enum State {
    HAS,
    LACKS,
    UNKNOWN
  }

  /**
   * A need.
   *
   * @param hard whether the system is refused without it
   * @param words what there is, against what is wanted
   * @param todo what cures it, and what stands in between; empty if nothing is to do
   * @param minutes of hands that the cure takes: guide
   * @param money of the part, in the shop's money: guide; 0 if there is none or nobody knows
   */
  public record Point(
      String topic,
      boolean hard,
      State state,
      Cure cure,
      String words,
      String todo,
      int minutes,
      double money) {
    Point(
        String topic,
        boolean hard,
        State state,
        Cure cure,
        String words,
        String todo,
        int minutes) {
      this(topic, hard, state, cure, words, todo, minutes, 0);
    }

    boolean stops() {
      return hard && state == State.LACKS;
    }
  }

  /** What parts cost, in the shop's money; 0 where nobody knows. */
  public record Prices(double memory, double drive) {
    public static final Prices NONE = new Prices(0, 0);
  }

  /** What came of it. */
  public enum Verdict {
    READY("Ready for it"),
    SETTINGS("Ready once settings are changed"),
    PARTS("Ready once parts are in"),
    NOT_MADE_FOR_IT("Not made for this machine"),
    ASK("Look first");

    private final String words;

    Verdict(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * The machine as far as it is known.
   *
   * @param bits 64 or 32
   * @param memory as the system would show it
   * @param disk of the drive that it goes on, by its label
   * @param oldOnly whether the firmware knows only the old way
   * @param oldScheme whether the system disk is divided the old way
   * @param chip whether there is one and it is on; empty inside if there is none
   * @param listed whether the processor is on the system's list
   */
  public record Machine(
      OptionalInt bits,
      OptionalInt cores,
      Optional<Capacity> memory,
      Optional<Capacity> disk,
      Optional<Boolean> solidState,
      Optional<BootMode> boot,
      boolean oldOnly,
      Optional<Boolean> oldScheme,
      Optional<Boolean> secureBoot,
      Optional<Optional<Boolean>> chip,
      Optional<Boolean> listed) {}

  public Readiness {
    points = List.copyOf(points);
  }

  /** Judges a machine where nobody knows what parts cost. */
  public static Readiness of(SystemProfile profile, Machine machine) {
    return of(profile, machine, Prices.NONE);
  }

  /** Judges a machine. */
  public static Readiness of(SystemProfile profile, Machine machine, Prices prices) {
    List<Point> points = new ArrayList<>();
    bits(profile, machine, points);
    processor(profile, machine, points);
    cores(profile, machine, points);
    memory(profile, machine, prices, points);
    disk(profile, machine, prices, points);
    boot(profile, machine, points);
    secureBoot(profile, machine, points);
    chip(profile, machine, points);
    points.sort(Comparator.comparingInt(Readiness::turn));
    return new Readiness(points);
  }

  /** A stable sort keeps settings in the order in which they were judged. */
  private static int turn(Point point) {
    if (point.state() == State.LACKS) {
      int base = point.hard() ? 0 : 10;
      return switch (point.cure()) {
        case NOTHING -> base;
        case PART -> base + 1;
        case SETTING -> base + 2;
        case NONE -> base + 3;
      };
    }
    return point.state() == State.UNKNOWN ? (point.hard() ? 5 : 15) : 20;
  }

  private static Point unknown(String topic, boolean hard, String wanted) {
    return new Point(
        topic, hard, State.UNKNOWN, Cure.NONE, "nobody looked; wanted: " + wanted, "Look", 1);
  }

  private static Point has(String topic, boolean hard, String words) {
    return new Point(topic, hard, State.HAS, Cure.NONE, words, "", 0);
  }

  private static void bits(SystemProfile profile, Machine machine, List<Point> points) {
    String wanted =
        profile.needs().bits().size() > 1
            ? "32 or 64 bits"
            : profile.needs().bits().iterator().next() + " bits";
    if (machine.bits().isEmpty()) {
      points.add(unknown("Bits", true, wanted));
      return;
    }
    int bits = machine.bits().getAsInt();
    points.add(
        profile.needs().bits().contains(bits) || bits == 64
            ? has("Bits", true, bits + " bits")
            : new Point(
                "Bits",
                true,
                State.LACKS,
                Cure.NOTHING,
                bits + " bits, wanted: " + wanted,
                "Another processor has another board: another system, or another machine",
                0));
  }

  private static void processor(SystemProfile profile, Machine machine, List<Point> points) {
    if (profile.needs().processors().isEmpty()) {
      return;
    }
    String wanted = String.join(", ", profile.needs().processors());
    if (machine.listed().isEmpty()) {
      points.add(unknown("Processor", true, wanted));
    } else if (machine.listed().get()) {
      points.add(has("Processor", true, "listed"));
    } else {
      points.add(
          new Point(
              "Processor",
              true,
              State.LACKS,
              Cure.NOTHING,
              "not " + wanted,
              "Updates may end any day on it; the customer decides with that in writing",
              0));
    }
  }

  private static void cores(SystemProfile profile, Machine machine, List<Point> points) {
    int wanted = profile.needs().cores();
    if (wanted < 2) {
      return;
    }
    if (machine.cores().isEmpty()) {
      points.add(unknown("Cores", true, wanted + " at least"));
    } else if (machine.cores().getAsInt() >= wanted) {
      points.add(has("Cores", true, machine.cores().getAsInt() + " cores"));
    } else {
      points.add(
          new Point(
              "Cores",
              true,
              State.LACKS,
              Cure.NOTHING,
              machine.cores().getAsInt() + ", wanted: " + wanted,
              "Another system, or another machine",
              0));
    }
  }

  private static void memory(
      SystemProfile profile, Machine machine, Prices prices, List<Point> points) {
    Capacity least = profile.needs().memory();
    Capacity well = profile.comfort().memory();
    if (machine.memory().isEmpty()) {
      points.add(unknown("Memory", true, least.asMemory() + " at least"));
      return;
    }
    Capacity there = machine.memory().get();
    boolean hard = there.compareTo(least) < 0;
    if (hard || there.compareTo(well) < 0) {
      Capacity wanted = hard && well.bytes() == 0 ? least : well;
      points.add(
          new Point(
              "Memory",
              hard,
              State.LACKS,
              Cure.PART,
              there.asMemory()
                  + ", "
                  + (hard
                      ? "wanted: " + least.asMemory() + " at least"
                      : "runs well from " + well.asMemory()),
              "Memory to " + wanted.asMemory() + " in all, then a memory test",
              15,
              prices.memory()));
    } else {
      points.add(has("Memory", true, there.asMemory()));
    }
  }

  private static void disk(
      SystemProfile profile, Machine machine, Prices prices, List<Point> points) {
    Capacity least = profile.needs().disk();
    Capacity well = profile.comfort().disk();
    if (machine.disk().isEmpty()) {
      points.add(unknown("Drive", true, least.inBothCounts() + " at least"));
    } else {
      Capacity there = machine.disk().get();
      boolean hard = there.compareTo(least) < 0;
      if (hard || there.compareTo(well) < 0) {
        points.add(
            new Point(
                "Drive",
                hard,
                State.LACKS,
                Cure.PART,
                there.inBothCounts()
                    + ", "
                    + (hard
                        ? "wanted: " + least.inBothCounts()
                        : "runs well from " + well.asListed()),
                "A larger drive: Fix, Drive, Replace says which",
                30,
                prices.drive()));
      } else {
        points.add(has("Drive", true, there.inBothCounts()));
      }
    }
    if (profile.comfort().solidState()) {
      if (machine.solidState().isEmpty()) {
        points.add(unknown("Solid state", false, "a drive without platters"));
      } else if (machine.solidState().get()) {
        points.add(has("Solid state", false, "it is"));
      } else {
        points.add(
            new Point(
                "Solid state",
                false,
                State.LACKS,
                Cure.PART,
                "a drive that turns: starts take minutes",
                "A solid-state drive: Fix, Drive, Replace",
                30,
                prices.drive()));
      }
    }
  }

  private static void boot(SystemProfile profile, Machine machine, List<Point> points) {
    Boot wanted = profile.needs().boot();
    if (wanted == Boot.EITHER) {
      return;
    }
    String words = wanted == Boot.NEW ? "the new way" : "the old way";
    if (wanted == Boot.NEW && machine.oldOnly()) {
      points.add(
          new Point(
              "Boot way",
              true,
              State.LACKS,
              Cure.NOTHING,
              "the firmware knows only the old way",
              "Another board or machine, or a system that starts the old way",
              0));
    } else if (machine.boot().isEmpty()) {
      points.add(unknown("Boot way", true, words));
    } else if ((machine.boot().get() == BootMode.NEW) == (wanted == Boot.NEW)) {
      points.add(has("Boot way", true, words));
    } else {
      boolean convert = wanted == Boot.NEW && machine.oldScheme().orElse(false);
      points.add(
          new Point(
              "Boot way",
              true,
              State.LACKS,
              Cure.SETTING,
              wanted == Boot.NEW ? "set to the old way" : "set to the new way",
              convert
                  ? "Convert the disk first, then set it: in between it does not start. A clean"
                      + " install needs no conversion"
                  : "In the firmware's settings; what is on the drive now stops starting",
              3));
    }
  }

  private static void secureBoot(SystemProfile profile, Machine machine, List<Point> points) {
    Want want = profile.needs().secureBoot();
    if (want == Want.NONE) {
      return;
    }
    boolean hard = want == Want.NEEDED;
    if (machine.secureBoot().isEmpty()) {
      points.add(unknown("Secure boot", hard, "on"));
    } else if (machine.secureBoot().get()) {
      points.add(has("Secure boot", hard, "on"));
    } else if (machine.oldOnly()) {
      points.add(
          new Point(
              "Secure boot",
              hard,
              State.LACKS,
              Cure.NOTHING,
              "off, and only the new way has it",
              "Another board or machine",
              0));
    } else {
      points.add(
          new Point(
              "Secure boot",
              hard,
              State.LACKS,
              Cure.SETTING,
              "off",
              "After the boot way is new: refused before that",
              2));
    }
  }

  private static void chip(SystemProfile profile, Machine machine, List<Point> points) {
    Want want = profile.needs().chip();
    if (want == Want.NONE) {
      return;
    }
    boolean hard = want == Want.NEEDED;
    if (machine.chip().isEmpty()) {
      points.add(unknown("Security chip", hard, "there and on"));
      return;
    }
    Optional<Boolean> on = machine.chip().get();
    if (on.isEmpty()) {
      points.add(
          new Point(
              "Security chip",
              hard,
              State.LACKS,
              Cure.NOTHING,
              "there is none",
              "Some boards take one as a part; else another machine",
              0));
    } else if (on.get()) {
      points.add(has("Security chip", hard, "on"));
    } else {
      points.add(
          new Point(
              "Security chip",
              hard,
              State.LACKS,
              Cure.SETTING,
              "off",
              "Often under trusted computing, or a function of the processor. An encrypted drive"
                  + " asks for its key afterwards: have it at hand",
              3));
    }
  }

  /** What stops it, in the order of the cure. */
  public List<Point> stops() {
    return points.stream().filter(Point::stops).toList();
  }

  public Verdict verdict() {
    List<Point> stops = stops();
    if (stops.stream().anyMatch(p -> p.cure() == Cure.NOTHING)) {
      return Verdict.NOT_MADE_FOR_IT;
    }
    if (points.stream().anyMatch(p -> p.hard() && p.state() == State.UNKNOWN)) {
      return Verdict.ASK;
    }
    if (stops.stream().anyMatch(p -> p.cure() == Cure.PART)) {
      return Verdict.PARTS;
    }
    return stops.isEmpty() ? Verdict.READY : Verdict.SETTINGS;
  }

  /** What the parts cost without which it is refused; one drive cures both of its needs. */
  public double money() {
    return stops().stream().mapToDouble(Point::money).sum();
  }

  /** Hands that the cures take, in minutes. */
  public int minutes() {
    return stops().stream().mapToInt(Point::minutes).sum();
  }
}
