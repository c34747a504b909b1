package dottore.core.practice;

import static dottore.core.practice.Flaw.*;

import java.util.List;
import java.util.SplittableRandom;
import java.util.random.RandomGenerator;

/** What a machine does as a whole, judged as somebody would who stands before it. */
public final class Sights {
  /** Minutes that somebody waits before they call a start stuck. */
  public static final double PATIENCE = 2;

  private Sights() {}

  /** How far a machine gets, in the words of the trade. */
  public enum HowFar {
    DEAD,
    TWITCH,
    PROCESSOR,
    MEMORY,
    GRAPHICS,
    DEVICES,
    DARK,
    LOCKED,
    NO_DEVICE,
    LOADER,
    STOP,
    SETUP_FAILS,
    UNSTABLE,
    DEGRADED,
    REFUSED,
    WORKS
  }

  public static Start start(Machine machine, RandomGenerator random) {
    return start(machine, random, PATIENCE);
  }

  /**
   * @param patience minutes that somebody waits before they call it stuck
   */
  public static Start start(Machine machine, RandomGenerator random, double patience) {
    return new PowerOn(machine, random, patience).run();
  }

  /** What a machine does in the hands of somebody who uses it for a day. */
  public static HowFar howFar(Machine machine, RandomGenerator random) {
    HowFar worst = HowFar.WORKS;
    for (int i = 0; i < 3; i++) {
      HowFar seen = of(machine, start(machine, random));
      worst = seen.compareTo(worst) < 0 ? seen : worst;
    }
    return worst;
  }

  /** What one start amounts to. */
  public static HowFar of(Machine machine, Start start) {
    boolean lit = start.lit();
    return switch (start.halt()) {
      case NO_LIFE -> HowFar.DEAD;
      case FALLS_OFF -> HowFar.TWITCH;
      case PROCESSOR -> lit ? HowFar.PROCESSOR : HowFar.DARK;
      case MEMORY -> lit ? HowFar.MEMORY : HowFar.DARK;
      case GRAPHICS -> lit ? HowFar.GRAPHICS : HowFar.DARK;
      case DEVICES -> lit ? HowFar.DEVICES : HowFar.DARK;
      case DARK -> HowFar.DARK;
      case PASSWORD -> HowFar.LOCKED;
      case NO_DRIVE -> HowFar.NO_DEVICE;
      case LOADER -> start.picture() == Start.Picture.RECOVERY_KEY ? HowFar.LOCKED : HowFar.LOADER;
      case SYSTEM ->
          start.picture() == Start.Picture.STOP
              ? HowFar.STOP
              : Running.setupFails(machine) ? HowFar.SETUP_FAILS : HowFar.WORKS;
      case DESKTOP -> atDesk(machine);
    };
  }

  private static HowFar atDesk(Machine machine) {
    if (machine.has(MODE_TOO_HIGH)) {
      return HowFar.DARK;
    }
    List<Trouble> troubles = Running.troubles(machine);
    if (!troubles.isEmpty()) {
      return HowFar.UNSTABLE;
    }
    if (!Running.refusals(machine).isEmpty()) {
      return HowFar.REFUSED;
    }
    return Running.defects(machine).isEmpty() ? HowFar.WORKS : HowFar.DEGRADED;
  }

  /** Whether nothing about it is amiss, now and after it was without mains for a night. */
  public static boolean sound(Machine machine) {
    Machine after = afterTheNight(machine);
    return !machine.has(COMPLAINS_OF_NOTHING)
        && machine.memory().slots().stream()
            .noneMatch(s -> s.serves() && s.module().orElseThrow().bad() == Memory.Bad.AT_TIMES)
        && of(after, start(after, new SplittableRandom(1))) == HowFar.WORKS
        && !Running.wrongBits(after);
  }

  /** A cell that is flat forgets the clock and the settings when the mains go. */
  public static Machine afterTheNight(Machine machine) {
    if (machine.degree(COIN_CELL_LOW) < 30) {
      return machine;
    }
    return machine.degree(COIN_CELL_LOW) < 60
        ? machine.with(CLOCK_WRONG)
        : machine.with(CLOCK_WRONG).with(CONTROLLER_MODE_CHANGED);
  }

  /** Whether the firmware finds the system's drive. */
  public static boolean driveSeen(Machine m) {
    return !m.any(DRIVE_DEAD, DRIVE_UNSUPPORTED)
        && !m.has(DRIVE_UNPLUGGED, 1)
        && !m.has(DRIVE_CABLE_BAD, 1)
        && !m.has(SETTING_ODD, 5);
  }
}
