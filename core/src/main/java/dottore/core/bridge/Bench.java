package dottore.core.bridge;

import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Running;
import dottore.core.practice.Sights;
import dottore.core.practice.Sights.HowFar;
import dottore.core.practice.Start;
import dottore.core.practice.Story;
import dottore.core.practice.Trouble;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;

/** A machine on the bench, what its owner said happened, and the luck of the moment. */
record Bench(Machine machine, Story story, RandomGenerator random) {

  /** What somebody answers who looks at it. */
  @FunctionalInterface
  interface Look {
    String at(Bench bench);
  }

  boolean has(Flaw flaw) {
    return machine.has(flaw);
  }

  boolean has(Flaw flaw, int degree) {
    return machine.has(flaw, degree);
  }

  boolean any(Flaw... flaws) {
    return machine.any(flaws);
  }

  boolean chance(double of) {
    return random.nextDouble() < of;
  }

  Start start() {
    return Sights.start(machine, random);
  }

  HowFar howFar() {
    return Sights.howFar(machine, random);
  }

  /** Whether the other machine gets further than this one does. */
  boolean further(Machine other) {
    return Sights.howFar(other, random).compareTo(howFar()) > 0;
  }

  /** Whether a picture of the start reaches an eye on the other machine. */
  boolean shows(Machine other) {
    return seen(Sights.start(other, random));
  }

  static boolean seen(Start start) {
    return start.halt().past(Start.Halt.DARK)
        && !start.picture(
            Start.Picture.NOTHING,
            Start.Picture.NO_SIGNAL,
            Start.Picture.FAINT,
            Start.Picture.OUT_OF_RANGE);
  }

  /** Whether it draws a picture, on whatever screen. */
  boolean draws() {
    Machine bare =
        machine.without(
            Flaw.INNER_CABLE_LOOSE, Flaw.PANEL_DEAD, Flaw.BACKLIGHT_DEAD, Flaw.MONITOR_INPUT_WRONG);
    return shows(bare);
  }

  List<Trouble> troubles() {
    return Running.troubles(machine);
  }

  /** What it does when it fails, the frequent sooner than the seldom. */
  Optional<Trouble> oneFailure() {
    Start start = start();
    if (start.halt() == Start.Halt.SYSTEM && start.picture() == Start.Picture.STOP) {
      return Running.stopAtStart(machine).or(() -> troubles().stream().findFirst());
    }
    List<Trouble> all = troubles();
    double sum = all.stream().mapToDouble(Trouble::perHour).sum();
    double at = random.nextDouble() * sum;
    for (Trouble trouble : all) {
      at -= trouble.perHour();
      if (at < 0) {
        return Optional.of(trouble);
      }
    }
    return Optional.empty();
  }

  /** Whether something that makes it fail is gone on the other machine, and whether that shows. */
  String stops(Machine other, String stops, String same) {
    List<Trouble> before = troubles();
    List<Trouble> after = Running.troubles(other);
    boolean atStart = howFar() == HowFar.STOP && further(other);
    if (!atStart && (before.isEmpty() || before.size() == after.size())) {
      return same;
    }
    double often = before.stream().mapToDouble(Trouble::perHour).sum();
    boolean soon = atStart || often >= 2 || chance(often / 2);
    return after.isEmpty() ? (soon ? stops : "too-early") : same;
  }

  static String yes(boolean holds, String then, String otherwise) {
    return holds ? then : otherwise;
  }
}
