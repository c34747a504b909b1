package dottore.core.practice;

import static dottore.core.practice.Flaw.*;

import dottore.core.practice.Trouble.Code;
import dottore.core.practice.Trouble.Look;
import dottore.core.practice.Trouble.Named;
import dottore.core.practice.Trouble.Trace;
import dottore.core.practice.Trouble.When;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What a machine does once its desktop is there. */
public final class Running {
  private static final double SOLID_START = 0.4;
  private static final double SPINNING_START = 1.6;
  private static final double CLUTTER_START = 2.5;

  private Running() {}

  /** What somebody misses or is bothered by on a machine that runs. */
  public enum Defect {
    SLOW,
    NO_NETWORK,
    NO_SOUND,
    PICTURE,
    TOUCH,
    MEMORY,
    DRIVE,
    CLOCK_MESSAGE,
    LICENSE_MESSAGE,
    UPDATE_MESSAGE,
    GUARD_MESSAGE,
    MENU,
    BATTERY,
    SIGN_IN,
    LOUD
  }

  /** Why an upgrade is refused. */
  public enum Refusal {
    SECURITY_CHIP,
    SECURE_BOOT,
    PROCESSOR,
    MEMORY,
    SPACE,
    WIDTH,
    OTHER
  }

  /** Minutes from the end of the firmware's work to a desktop at rest. */
  public static double minutesToDesktop(Machine m) {
    double slow = m.has(DRIVE_FAILING) ? 3 : 1;
    return (m.build().spinning() || m.has(DRIVE_SLOW_KIND) ? SPINNING_START : SOLID_START) * slow
        + (m.any(CLUTTER, MALWARE) ? CLUTTER_START : 0);
  }

  /** Whether a module that the machine uses flips bits. */
  public static boolean wrongBits(Machine m) {
    return m.memory().slots().stream()
        .anyMatch(s -> s.serves() && s.module().orElseThrow().bad() == Memory.Bad.BITS);
  }

  /** Whether its memory is too fast for itself as it is set. */
  public static boolean profileCrashes(Machine m) {
    return m.memory().profileOn()
        && m.memory().slots().stream()
            .anyMatch(
                s ->
                    s.serves()
                        && s.module().orElseThrow().advertised() == Memory.Advertised.CRASHES);
  }

  /** Why a setup that is under way does not come to its end. */
  public static boolean setupFails(Machine m) {
    return m.has(SETUP_UNDER_WAY)
        && (m.any(
                STICK_BAD,
                STICK_OLD,
                STICK_SMALL,
                STICK_WRONG_WIDTH,
                STICK_WRONG_MODE,
                PARTITIONS_IN_THE_WAY,
                KEY_MISTYPED,
                STORAGE_DRIVER_MISSING,
                OTHER_MODELS_IMAGE,
                DRIVE_FAILING,
                DRIVE_CABLE_BAD)
            || m.has(SECURE_BOOT_REFUSES, 3)
            || m.has(MANAGED, 1)
            || m.has(STICK_LEFT_IN, 3)
            || wrongBits(m)
            || Heat.load(m).switchesOff());
  }

  /** What stops the system each time it starts. */
  public static Optional<Trouble> stopAtStart(Machine m) {
    if (m.has(CONTROLLER_MODE_CHANGED, 1)) {
      return Optional.of(atStart(Named.STORAGE, Code.BOOT_DRIVE));
    }
    if (m.has(DRIVE_FAILING, 2)) {
      return Optional.of(atStart(Named.STORAGE, Code.DRIVE, Code.BOOT_DRIVE));
    }
    if (m.has(NETWORK_DRIVER_BAD, 1)) {
      return Optional.of(atStart(Named.NETWORK, Code.DRIVER, Code.EXCEPTION));
    }
    if (m.has(GRAPHICS_DRIVER_BAD, 1)) {
      return Optional.of(atStart(Named.GRAPHICS, Code.GRAPHICS, Code.EXCEPTION));
    }
    if (m.has(FILTERS_COLLIDE, 2)) {
      return Optional.of(atStart(Named.TOOL, Code.DRIVER, Code.EXCEPTION));
    }
    if (m.has(USB_DEVICE_FAULTY, 2)) {
      return Optional.of(atStart(Named.CORE, Code.POWER_STATE, Code.DRIVER));
    }
    if (m.has(FILES_DAMAGED, 1) || m.has(UPGRADE_HALF, 1)) {
      return Optional.of(atStart(Named.CORE, Code.SYSTEM, Code.EXCEPTION));
    }
    if (m.degree(OVERCLOCKED) >= 20) {
      return Optional.of(atStart(Named.CORE, Code.HARDWARE, Code.EXCEPTION));
    }
    return Optional.empty();
  }

  private static Trouble atStart(Named named, Code... codes) {
    return new Trouble(When.ANY_TIME, 60, Look.STOP_SCREEN, List.of(codes), named, Trace.NOTHING);
  }

  /** Everything that makes it fail now and then, the most frequent first. */
  public static List<Trouble> troubles(Machine m) {
    List<Trouble> all = new ArrayList<>();
    if (wrongBits(m)) {
      all.add(stops(When.ANY_TIME, 1.5, Named.CORE, Code.MEMORY, Code.EXCEPTION, Code.DRIVER));
    }
    if (profileCrashes(m)) {
      all.add(stops(When.UNDER_LOAD, 2, Named.CORE, Code.MEMORY, Code.EXCEPTION));
    }
    if (Heat.load(m).switchesOff()) {
      all.add(goes(When.UNDER_LOAD, 6));
    }
    if (m.has(OVERCLOCKED)) {
      all.add(stops(When.UNDER_LOAD, 3, Named.CORE, Code.HARDWARE, Code.EXCEPTION));
    }
    if (m.has(SETTING_ODD, 6)) {
      all.add(stops(When.UNDER_LOAD, 2, Named.CORE, Code.HARDWARE));
    }
    int weak = m.degree(SUPPLY_WEAK);
    if (weak > 0 && weak < 60) {
      all.add(goes(When.UNDER_LOAD, 4));
    }
    if (m.build().card() && !m.has(CARD_OUT) && m.has(CARD_POWER_OUT, 2)) {
      all.add(goes(When.UNDER_LOAD, 8));
    }
    if (m.has(CARD_DEAD, 2) && !m.has(CARD_OUT)) {
      all.add(
          new Trouble(
              When.UNDER_LOAD,
              4,
              Look.PICTURE,
              List.of(Code.GRAPHICS),
              Named.GRAPHICS,
              Trace.GRAPHICS));
    }
    if (m.has(WET, 3)) {
      all.add(freezes(When.ANY_TIME, 2));
    }
    if (m.has(FIRMWARE_BUG, 2)) {
      all.add(freezes(When.AFTER_SLEEP, 4));
    }
    if (m.has(SLEEP_AMISS)) {
      all.add(
          new Trouble(
              When.AFTER_SLEEP,
              4,
              Look.FROZEN,
              List.of(Code.POWER_STATE),
              Named.CORE,
              Trace.NOTHING));
    }
    if (m.has(DRIVE_FAILING, 3)) {
      all.add(
          new Trouble(
              When.ON_TRANSFER, 3, Look.FROZEN, List.of(Code.DRIVE), Named.STORAGE, Trace.DRIVE));
    }
    if (m.has(DRIVE_CABLE_BAD, 2)) {
      all.add(
          new Trouble(
              When.ON_TRANSFER, 2, Look.FROZEN, List.of(Code.DRIVE), Named.STORAGE, Trace.DRIVE));
    }
    if (m.has(NETWORK_DRIVER_BAD, 2) && !m.has(NETWORK_CABLE_OUT)) {
      all.add(driver(When.ON_TRANSFER, 4, Named.NETWORK, Code.DRIVER));
    }
    if (m.has(WIRELESS_DRIVER_BAD)) {
      all.add(driver(When.ON_TRANSFER, 3, Named.NETWORK, Code.DRIVER));
    }
    if (m.has(GRAPHICS_DRIVER_BAD, 2)) {
      all.add(driver(When.UNDER_LOAD, 3, Named.GRAPHICS, Code.GRAPHICS));
    }
    if (m.has(GRAPHICS_DRIVER_OLDER, 2)) {
      all.add(driver(When.UNDER_LOAD, 2, Named.GRAPHICS, Code.GRAPHICS));
    }
    if (m.has(CHIPSET_DRIVER_MISSING, 2)) {
      all.add(freezes(When.ANY_TIME, 0.8));
    }
    if (m.has(FILTERS_COLLIDE, 1) && !m.has(TOOLS_OFF)) {
      all.add(driver(When.ANY_TIME, 1.5, Named.TOOL, Code.DRIVER));
    }
    if (m.has(TOOL_CRASHES) && !m.has(TOOLS_OFF)) {
      all.add(new Trouble(When.ANY_TIME, 1.5, Look.PROGRAM, List.of(), Named.TOOL, Trace.PROGRAM));
    }
    if (m.has(USB_DEVICE_FAULTY, 3)) {
      all.add(
          new Trouble(
              When.ANY_TIME, 2, Look.DEVICE, List.of(Code.POWER_STATE), Named.CORE, Trace.DEVICE));
    }
    if (m.has(FILES_DAMAGED, 2)) {
      all.add(stops(When.ANY_TIME, 0.8, Named.CORE, Code.SYSTEM, Code.EXCEPTION));
    }
    if (m.has(UPGRADE_HALF, 2)) {
      all.add(stops(When.ANY_TIME, 0.8, Named.CORE, Code.SYSTEM, Code.DRIVER));
    }
    if (m.has(MALWARE, 2)) {
      all.add(new Trouble(When.ANY_TIME, 1, Look.PROGRAM, List.of(), Named.CORE, Trace.PROGRAM));
    }
    all.sort(Comparator.comparingDouble(Trouble::perHour).reversed());
    return all;
  }

  private static Trouble stops(When when, double perHour, Named named, Code... codes) {
    Trace trace = codes[0] == Code.HARDWARE ? Trace.HARDWARE : Trace.NOTHING;
    return new Trouble(when, perHour, Look.STOP_SCREEN, List.of(codes), named, trace);
  }

  private static Trouble driver(When when, double perHour, Named named, Code code) {
    Trace trace =
        switch (named) {
          case NETWORK -> Trace.NETWORK;
          case GRAPHICS -> Trace.GRAPHICS;
          default -> Trace.DEVICE;
        };
    return new Trouble(when, perHour, Look.STOP_SCREEN, List.of(code), named, trace);
  }

  private static Trouble goes(When when, double perHour) {
    return new Trouble(when, perHour, Look.GONE, List.of(), Named.CORE, Trace.NOTHING);
  }

  private static Trouble freezes(When when, double perHour) {
    return new Trouble(when, perHour, Look.FROZEN, List.of(), Named.CORE, Trace.NOTHING);
  }

  /** What is missing, wrong or a nuisance on the desktop. */
  public static Set<Defect> defects(Machine m) {
    Set<Defect> all = EnumSet.noneOf(Defect.class);
    if (Heat.load(m).slows()
        || m.any(CLUTTER, MALWARE, UPDATES_RUNNING, DRIVE_SLOW_KIND, BROWSER_CLUTTERED)
        || m.has(DRIVE_FAILING, 4)
        || m.has(DRIVE_FULL, 2)
        || m.has(CHIPSET_DRIVER_MISSING, 3)
        || tooLittleMemory(m)) {
      all.add(Defect.SLOW);
    }
    if (m.any(NETWORK_DRIVER_MISSING, ADAPTER_DEAD, NETWORK_OFF)) {
      all.add(Defect.NO_NETWORK);
    }
    if (m.any(SOUND_DRIVER_MISSING, SOUND_ELSEWHERE, SOUND_DEAD)) {
      all.add(Defect.NO_SOUND);
    }
    if (m.any(GRAPHICS_DRIVER_MISSING)
        || m.has(GRAPHICS_DRIVER_OLDER, 1)
        || m.has(GRAPHICS_DRIVER_BAD, 3)
        || m.has(INNER_CABLE_LOOSE, 2)
        || m.has(PANEL_DEAD, 2)) {
      all.add(Defect.PICTURE);
    }
    if (m.any(TOUCH_DRIVER_MISSING, TOUCH_AMISS, INPUT_BROKEN)
        || m.has(WET, 4)
        || m.has(CHIPSET_DRIVER_MISSING, 1)) {
      all.add(Defect.TOUCH);
    }
    if (m.memory().found() < m.memory().fitted()
        || m.has(CPU_UNSEATED, 2)
        || !m.memory().rightSlots()
        || m.memory().hasProfile() && !m.memory().profileOn()
        || m.has(FIRMWARE_BUG, 3)
        || m.has(SYSTEM_NARROW) && m.memory().fitted() > 4) {
      all.add(Defect.MEMORY);
    }
    if (m.any(SECOND_DRIVE_RAW, SECOND_DRIVE_NO_LETTER, SECOND_DRIVE_LOST)
        || m.has(DRIVE_UNPLUGGED, 2)
        || m.has(DRIVE_CABLE_BAD, 3)
        || m.has(DRIVE_FULL, 1)) {
      all.add(Defect.DRIVE);
    }
    if (m.has(CLOCK_WRONG)) {
      all.add(Defect.CLOCK_MESSAGE);
    }
    if (m.has(LICENSE_AMISS)) {
      all.add(Defect.LICENSE_MESSAGE);
    }
    if (m.has(UPDATES_PENDING, 2) || m.has(FILES_DAMAGED, 3)) {
      all.add(Defect.UPDATE_MESSAGE);
    }
    if (m.has(MALWARE, 1)) {
      all.add(Defect.GUARD_MESSAGE);
    }
    if (m.has(SECOND_SYSTEM_LEFT, 2)) {
      all.add(Defect.MENU);
    }
    if (m.any(BATTERY_WORN) || m.has(BATTERY_SWOLLEN, 1)) {
      all.add(Defect.BATTERY);
    }
    if (m.any(SIGN_IN_FORGOTTEN, PROFILE_DAMAGED)) {
      all.add(Defect.SIGN_IN);
    }
    if (m.has(FAN_NOISY) || m.degree(DUST) >= 50 && !Heat.load(m).switchesOff()) {
      all.add(Defect.LOUD);
    }
    return all;
  }

  /** Less than what a current system wants. */
  public static boolean tooLittleMemory(Machine m) {
    return m.memory().fitted() < 4;
  }

  /** What the readiness check of an upgrade finds amiss. */
  public static Set<Refusal> refusals(Machine m) {
    Set<Refusal> all = EnumSet.noneOf(Refusal.class);
    if (!m.has(UPGRADE_WANTED)) {
      return all;
    }
    if (m.has(SECURITY_CHIP_OFF)) {
      all.add(Refusal.SECURITY_CHIP);
    }
    if (m.any(SECURE_BOOT_OFF, LEGACY_BOOT)) {
      all.add(Refusal.SECURE_BOOT);
    }
    if (m.any(CPU_UNLISTED)) {
      all.add(Refusal.PROCESSOR);
    }
    if (tooLittleMemory(m)) {
      all.add(Refusal.MEMORY);
    }
    if (m.has(DRIVE_FULL) || m.has(DRIVE_SMALL)) {
      all.add(Refusal.SPACE);
    }
    if (m.has(SYSTEM_NARROW)) {
      all.add(Refusal.WIDTH);
    }
    if (m.has(UPDATES_PENDING)) {
      all.add(Refusal.OTHER);
    }
    return all;
  }
}
