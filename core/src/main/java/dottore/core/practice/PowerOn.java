package dottore.core.practice;

import static dottore.core.practice.Flaw.*;

import dottore.core.practice.Start.Beep;
import dottore.core.practice.Start.Fans;
import dottore.core.practice.Start.Halt;
import dottore.core.practice.Start.Picture;
import java.util.OptionalInt;
import java.util.random.RandomGenerator;

/** One start, station by station, as electricity and code pass them. */
final class PowerOn {
  /** How often a module that fails at times fails. */
  static final double AT_TIMES = 0.4;

  /** How often wrong bits stop a system while it starts. */
  static final double BITS_STOP = 0.35;

  private static final double SELF_TEST = 0.5;
  private static final double SYSTEM_START = 1;

  private final Machine machine;
  private final RandomGenerator random;
  private final double patience;

  /**
   * @param patience minutes that somebody waits before they call it stuck
   */
  PowerOn(Machine machine, RandomGenerator random, double patience) {
    this.machine = machine;
    this.random = random;
    this.patience = patience;
  }

  Start run() {
    if (!currentFlows()) {
      return stopped(Halt.NO_LIFE, standby() ? Fans.STANDBY_ONLY : Fans.STILL, Beep.NONE, -1, 0.1);
    }
    if (fallsOff()) {
      return stopped(Halt.FALLS_OFF, Fans.MOMENT, Beep.NONE, -1, 0.2);
    }
    if (processorHalts()) {
      return stopped(Halt.PROCESSOR, Fans.RUN, Beep.BOARD, 0x15 + random.nextInt(8), SELF_TEST);
    }
    if (memoryHalts() || machine.memory().training() > patience) {
      boolean training = !memoryHalts();
      return stopped(
          Halt.MEMORY,
          Fans.RUN,
          training ? Beep.NONE : Beep.MEMORY,
          0x50 + random.nextInt(5),
          SELF_TEST + (training ? patience : 0));
    }
    if (graphicsHalt()) {
      return stopped(Halt.GRAPHICS, Fans.RUN, Beep.GRAPHICS, 0xD6, SELF_TEST);
    }
    if (machine.has(FIRMWARE_CORRUPT, 2)
        || machine.has(FIRMWARE_BUG, 4)
        || machine.has(SETTING_ODD, 4)) {
      int code = machine.has(FIRMWARE_CORRUPT) ? 0xF0 + random.nextInt(6) : 0x92;
      return stopped(Halt.DARK, Fans.RUN, Beep.NONE, code, SELF_TEST);
    }
    if (machine.any(NO_KEYBOARD) || machine.has(USB_DEVICE_FAULTY, 1)) {
      return stopped(Halt.DEVICES, Fans.RUN, Beep.ONE_SHORT, 0x9A, SELF_TEST);
    }
    return fromFirmware();
  }

  // --- what feeds it --------------------------------------------------------------------------

  private boolean currentFlows() {
    if (machine.any(BUTTON_BROKEN, FRONT_PLUG_OFF)
        || machine.has(BOARD_DEAD, 1)
        || machine.has(WET, 1)
        || machine.has(FIRMWARE_CORRUPT, 1)
        || machine.has(METAL_TOUCHES, 1)) {
      return false;
    }
    if (machine.portable()) {
      return charged() && !machine.has(BATTERY_LOCKED) && !machine.has(BATTERY_SWOLLEN, 2);
    }
    return supplied()
        && !machine.any(SUPPLY_HALF_DEAD)
        && !machine.has(BOARD_PLUG_LOOSE, 1)
        && !machine.has(PART_SHORTS, 3);
  }

  /** A machine that comes to the bench because it is dead has an empty battery. */
  private boolean charged() {
    return machine.fed() && !machine.any(CHARGER_DEAD, CHARGE_SOCKET_BROKEN);
  }

  private boolean supplied() {
    return machine.fed()
        && !machine.any(SUPPLY_DEAD, SUPPLY_LATCHED)
        && !(machine.tower() && machine.has(SWITCH_OFF));
  }

  private boolean standby() {
    return supplied()
        && !machine.portable()
        && !machine.has(BOARD_PLUG_LOOSE, 1)
        && !machine.has(BOARD_DEAD, 1)
        && !machine.has(WET, 1)
        && !machine.has(METAL_TOUCHES, 1)
        && !machine.has(PART_SHORTS, 3);
  }

  private boolean fallsOff() {
    return machine.has(METAL_TOUCHES, 2)
        || machine.has(BOARD_DEAD, 2)
        || machine.has(WET, 2)
        || machine.has(BOARD_PLUG_LOOSE, 2)
        || machine.degree(SUPPLY_WEAK) >= 60
        || machine.has(PART_SHORTS, 1)
        || machine.has(PART_SHORTS, 2) && !machine.has(CARD_OUT);
  }

  // --- the board's own stations -----------------------------------------------------------------

  private boolean processorHalts() {
    return machine.any(CPU_DEAD, CPU_TOO_NEW)
        || machine.has(CPU_UNSEATED, 1)
        || machine.has(BOARD_PLUG_LOOSE, 3)
        || machine.has(BOARD_DEAD, 3)
        || machine.has(FIRMWARE_CORRUPT, 3)
        || machine.has(SETTING_ODD, 1)
        || machine.degree(COOLER_LOOSE) >= 90
        || machine.has(FAN_STILL, 2);
  }

  private boolean memoryHalts() {
    Memory memory = machine.memory();
    if (machine.has(BOARD_DEAD, 4)
        || machine.has(FIRMWARE_BUG, 1)
        || machine.has(SETTING_ODD, 2)
        || memory.found() == 0) {
      return true;
    }
    for (Memory.Slot slot : memory.slots()) {
      if (slot.halts() || slot.serves() && tooFast(slot.module().orElseThrow())) {
        return true;
      }
      if (slot.serves()
          && slot.module().orElseThrow().bad() == Memory.Bad.AT_TIMES
          && random.nextDouble() < AT_TIMES) {
        return true;
      }
    }
    return memory.profileOn() && !memory.rightSlots();
  }

  private boolean tooFast(Memory.Module module) {
    return machine.memory().profileOn() && module.advertised() == Memory.Advertised.DOES_NOT_START;
  }

  private boolean graphicsHalt() {
    if (machine.has(SETTING_ODD, 3)) {
      return true;
    }
    if (!machine.build().card()) {
      return machine.has(CARD_DEAD, 1);
    }
    boolean dark =
        machine.any(CARD_LOOSE, CARD_OUT)
            || machine.has(CARD_DEAD, 1)
            || machine.has(CARD_POWER_OUT, 1);
    return dark && !machine.build().builtIn();
  }

  /** Whether what the machine draws reaches an eye. */
  private Picture screen(Picture drawn) {
    Machine m = machine;
    if (m.build().inOnePiece()) {
      return m.has(INNER_CABLE_LOOSE, 1) || m.has(PANEL_DEAD, 1)
          ? Picture.NOTHING
          : m.has(BACKLIGHT_DEAD) ? Picture.FAINT : drawn;
    }
    boolean byCard =
        m.build().card()
            && !m.any(CARD_OUT, CARD_LOOSE)
            && !m.has(CARD_DEAD, 1)
            && !m.has(CARD_POWER_OUT, 1);
    boolean plugged = m.build().card() ? byCard != m.has(CABLE_IN_BOARD) : true;
    return !plugged || m.any(DISPLAY_CABLE_BAD, MONITOR_INPUT_WRONG) ? Picture.NO_SIGNAL : drawn;
  }

  // --- firmware, drive, loader, system
  // ------------------------------------------------------------

  private Start fromFirmware() {
    double minutes = SELF_TEST + machine.memory().training();
    if (machine.has(PASSWORD_SET) || machine.has(MANAGED, 2)) {
      return going(Halt.PASSWORD, Picture.PASSWORD, 0xAA, minutes);
    }
    if (machine.has(SETUP_UNDER_WAY)) {
      return going(Halt.SYSTEM, Picture.SETUP, 0xAE, minutes + SYSTEM_START);
    }
    if (noDrive()) {
      return going(Halt.NO_DRIVE, Picture.NO_DRIVE, 0xA2, minutes);
    }
    if (loaderHalts()) {
      return going(
          Halt.LOADER,
          machine.has(RECOVERY_KEY_WANTED) ? Picture.RECOVERY_KEY : Picture.LOADER,
          0xAE,
          minutes);
    }
    if (systemStops()) {
      return going(Halt.SYSTEM, Picture.STOP, 0xAA, minutes + SYSTEM_START);
    }
    Picture end = machine.has(SIGN_IN_FORGOTTEN) ? Picture.SIGN_IN : Picture.DESKTOP;
    return going(
        Halt.DESKTOP,
        machine.has(MODE_TOO_HIGH) ? Picture.OUT_OF_RANGE : end,
        0xAA,
        minutes + Running.minutesToDesktop(machine));
  }

  private boolean noDrive() {
    return !Sights.driveSeen(machine)
        || machine.any(ORDER_WRONG, MODE_CLASHES)
        || machine.has(STICK_LEFT_IN, 1)
        || machine.has(BOOT_DATA_DAMAGED, 2)
        || machine.has(CONTROLLER_MODE_CHANGED, 2)
        || machine.has(SECURE_BOOT_REFUSES, 2)
        || machine.has(STICK_WRONG_MODE, 2)
        || machine.has(DRIVE_EMPTY) && !machine.has(RECOVERY_WANTED)
        || machine.has(RECOVERY_WANTED, 2);
  }

  private boolean loaderHalts() {
    return machine.has(STICK_LEFT_IN, 2)
        || machine.has(RECOVERY_WANTED, 1)
        || machine.has(BOOT_DATA_DAMAGED, 1)
        || machine.has(SECOND_SYSTEM_LEFT, 1)
        || machine.has(SECURE_BOOT_REFUSES, 1)
        || machine.has(DRIVE_FAILING, 1)
        || machine.has(RECOVERY_KEY_WANTED);
  }

  private boolean systemStops() {
    return Running.stopAtStart(machine).isPresent()
        || Running.wrongBits(machine) && random.nextDouble() < BITS_STOP;
  }

  private Start stopped(Halt halt, Fans fans, Beep beep, int code, double minutes) {
    boolean lit = machine.build().lights();
    return new Start(
        halt,
        fans == Fans.RUN && machine.has(FAN_HUB_UNPOWERED) ? Fans.CASE_FANS_STAND : fans,
        beep,
        machine.build().digits() && code >= 0 ? OptionalInt.of(code) : OptionalInt.empty(),
        machine.build().inOnePiece() || halt == Halt.NO_LIFE ? Picture.NOTHING : Picture.NO_SIGNAL,
        halt == Halt.DEVICES && !machine.has(NO_KEYBOARD),
        minutes,
        lit);
  }

  private Start going(Halt halt, Picture drawn, int code, double minutes) {
    Picture seen = screen(drawn);
    boolean visible = seen == drawn;
    return new Start(
        visible ? halt : Halt.DARK,
        machine.has(FAN_HUB_UNPOWERED) ? Fans.CASE_FANS_STAND : Fans.RUN,
        Beep.ONE_SHORT,
        machine.build().digits() ? OptionalInt.of(code) : OptionalInt.empty(),
        seen,
        true,
        minutes,
        machine.build().lights());
  }
}
