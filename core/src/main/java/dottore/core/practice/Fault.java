package dottore.core.practice;

import static dottore.core.machine.MachineKind.ALL_IN_ONE;
import static dottore.core.machine.MachineKind.CLOUD_LAPTOP;
import static dottore.core.machine.MachineKind.HANDHELD;
import static dottore.core.machine.MachineKind.LAPTOP;
import static dottore.core.machine.MachineKind.TOWER;
import static dottore.core.practice.Story.*;

import dottore.core.machine.MachineKind;
import dottore.core.practice.Memory.Advertised;
import dottore.core.practice.Memory.Bad;
import dottore.core.practice.Memory.Channel;
import dottore.core.practice.Memory.Seat;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.random.RandomGenerator;

/**
 * A fault that can be put into a machine. What it does there depends on the machine and on the
 * variant that is drawn; how often it comes in depends on what happened last.
 */
public enum Fault {
  // what feeds it
  NO_MAINS(
      "the socket or strip gives nothing",
      2,
      on(TOWER, ALL_IN_ONE),
      more(POWER_EVENT, MOVED),
      flaw(Flaw.WALL_DEAD)),
  CORD_LOOSE(
      "the power cord is not home",
      2,
      on(TOWER, ALL_IN_ONE),
      after(MOVED, NEW_BUILD, PART_ADDED),
      flaw(Flaw.CORD_LOOSE)),
  SWITCHED_OFF(
      "the switch at the supply is off",
      3,
      on(TOWER),
      after(NEW_BUILD, MOVED, PART_ADDED, MEMORY_CHANGED, GRAPHICS_CHANGED, DRIVE_CHANGED),
      flaw(Flaw.SWITCH_OFF)),
  SUPPLY_LATCHED(
      "the supply protects itself",
      2,
      on(TOWER, ALL_IN_ONE),
      more(POWER_EVENT),
      flaw(Flaw.SUPPLY_LATCHED)),
  SUPPLY_DEAD(
      "the supply is dead",
      6,
      on(TOWER, ALL_IN_ONE),
      more(POWER_EVENT),
      oneOf(Flaw.SUPPLY_DEAD, Flaw.SUPPLY_HALF_DEAD)),
  SUPPLY_WEAK(
      "the supply is too weak",
      4,
      on(TOWER, ALL_IN_ONE),
      more(GRAPHICS_CHANGED, PART_ADDED),
      degrees(Flaw.SUPPLY_WEAK, 30, 40, 70)),
  BOARD_PLUG_LOOSE(
      "a power plug of the board is not home",
      4,
      on(TOWER),
      after(NEW_BUILD, MOVED, CPU_CHANGED, GRAPHICS_CHANGED),
      degrees(Flaw.BOARD_PLUG_LOOSE, 1, 2, 3)),
  FRONT_PLUG_OFF(
      "the button's plug is off its pins",
      3,
      on(TOWER),
      after(NEW_BUILD, MOVED, PART_ADDED),
      flaw(Flaw.FRONT_PLUG_OFF)),
  BUTTON_BROKEN("the power button is broken", 1, all(), more(), flaw(Flaw.BUTTON_BROKEN)),
  METAL_TOUCHES(
      "metal touches the board",
      2,
      on(TOWER),
      after(NEW_BUILD, MOVED, CPU_CHANGED),
      degrees(Flaw.METAL_TOUCHES, 1, 2)),
  PART_SHORTS(
      "a part pulls the supply down",
      2,
      on(TOWER),
      more(PART_ADDED, DRIVE_CHANGED, POWER_EVENT),
      Fault::partShorts),
  FAN_HUB_DEAD(
      "the fan hub has no power",
      1,
      on(TOWER),
      after(NEW_BUILD, PART_ADDED, MOVED),
      flaw(Flaw.FAN_HUB_UNPOWERED)),
  CHARGER_DEAD("the charger is dead", 7, portable(), more(POWER_EVENT), flaw(Flaw.CHARGER_DEAD)),
  CHARGE_SOCKET_BROKEN(
      "the charging socket is broken",
      5,
      portable(),
      more(MOVED),
      degrees(Flaw.CHARGE_SOCKET_BROKEN, 1, 2)),
  BATTERY_LOCKED(
      "the battery's electronics locked up",
      5,
      portable(),
      more(POWER_EVENT),
      flaw(Flaw.BATTERY_LOCKED)),
  BATTERY_SWOLLEN(
      "the battery is swollen", 3, portable(), more(), degrees(Flaw.BATTERY_SWOLLEN, 1, 2)),
  BATTERY_WORN("the battery is worn", 3, portable(), more(), degrees(Flaw.BATTERY_WORN, 40, 60)),

  // board, processor, cooling
  BOARD_DEAD(
      "the board is dead", 5, all(), more(POWER_EVENT), degrees(Flaw.BOARD_DEAD, 1, 1, 2, 3, 4)),
  LIQUID_INSIDE("liquid got into it", 2, all(), only(LIQUID), degrees(Flaw.WET, 1, 2, 3, 4)),
  SHIPPED_LOOSE("parts came loose on the way", 2, on(TOWER), after(MOVED), Fault::shipped),
  CPU_TOO_NEW(
      "the board's firmware does not know the processor",
      4,
      on(TOWER),
      after(NEW_BUILD, CPU_CHANGED),
      flaw(Flaw.CPU_TOO_NEW)),
  CPU_UNSEATED(
      "the processor is not flat, or pins are bent",
      2,
      on(TOWER),
      after(NEW_BUILD, CPU_CHANGED),
      degrees(Flaw.CPU_UNSEATED, 1, 1, 2)),
  CPU_DEAD(
      "the processor is dead", 1, on(TOWER), more(POWER_EVENT, CPU_CHANGED), flaw(Flaw.CPU_DEAD)),
  COOLER_LOOSE(
      "the cooler is loose",
      3,
      on(TOWER, ALL_IN_ONE),
      more(NEW_BUILD, CPU_CHANGED, MOVED),
      degrees(Flaw.COOLER_LOOSE, 50, 70, 95)),
  FAN_STILL("fan or pump does not turn", 4, all(), more(NEW_BUILD, CPU_CHANGED), Fault::stillFan),
  FAN_NOISY("a fan is worn and loud", 3, all(), more(), flaw(Flaw.FAN_NOISY)),
  DUST("dust clogs the cooler", 6, all(), more(), degrees(Flaw.DUST, 60, 70, 85)),
  COIN_CELL_FLAT(
      "the coin cell is flat",
      3,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      more(POWER_EVENT, MOVED),
      Fault::coinCell),

  // firmware and its settings
  FIRMWARE_CORRUPT(
      "the firmware is damaged", 2, all(), after(FIRMWARE_UPDATED, POWER_EVENT), Fault::corrupt),
  FIRMWARE_BUG(
      "the firmware has a fault of its own",
      2,
      all(),
      after(FIRMWARE_UPDATED, MEMORY_CHANGED, NEW_BUILD),
      Fault::bug),
  SETTING_ODD(
      "a setting stands wrong",
      3,
      notCloud(),
      more(SETTINGS_RESET, FIRMWARE_UPDATED, MEMORY_CHANGED),
      Fault::settings),
  FIRMWARE_PASSWORD(
      "a firmware password is forgotten",
      2,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      more(SETTINGS_RESET),
      flaw(Flaw.PASSWORD_SET)),
  BOOT_ORDER(
      "the boot order is wrong",
      4,
      notCloud(),
      more(SETTINGS_RESET, DRIVE_CHANGED, PART_ADDED, FIRMWARE_UPDATED),
      degrees(Flaw.ORDER_WRONG, 1, 2)),
  BOOT_MODE(
      "boot mode and scheme do not fit",
      3,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      after(SETTINGS_RESET, FIRMWARE_UPDATED, DRIVE_CHANGED, SYSTEM_REINSTALLED),
      flaw(Flaw.MODE_CLASHES)),
  CONTROLLER_MODE(
      "the controller mode was changed",
      3,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      after(SETTINGS_RESET, FIRMWARE_UPDATED),
      degrees(Flaw.CONTROLLER_MODE_CHANGED, 1, 1, 2)),
  SECURE_BOOT_REFUSES(
      "secure boot refuses the loader",
      2,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      after(SETTINGS_RESET, FIRMWARE_UPDATED, SYSTEM_REINSTALLED),
      Fault::refuses),
  OVERCLOCK(
      "the processor is clocked too high",
      2,
      on(TOWER, LAPTOP),
      more(NEW_BUILD, CPU_CHANGED),
      degrees(Flaw.OVERCLOCKED, 8, 12, 25)),
  MANAGED(
      "an organization has locked it",
      2,
      on(LAPTOP, CLOUD_LAPTOP),
      more(SYSTEM_REINSTALLED),
      Fault::managed),

  // memory
  MODULE_LOOSE(
      "a module is not fully seated",
      7,
      modular(),
      after(MEMORY_CHANGED, NEW_BUILD, MOVED, CPU_CHANGED),
      Fault::loose),
  MODULE_UNNOTICED(
      "a module looks seated and is not seen",
      2,
      modular(),
      after(MEMORY_CHANGED, NEW_BUILD, MOVED),
      Fault::unnoticed),
  WRONG_SLOTS(
      "the pair is in the wrong slots",
      3,
      on(TOWER),
      after(MEMORY_CHANGED, NEW_BUILD),
      Fault::wrongSlots),
  MODULE_FAULTY("a module is faulty", 6, modular(), more(MEMORY_CHANGED, NEW_BUILD), Fault::faulty),
  SLOT_BAD("a memory slot is broken", 1, modular(), more(MOVED, CPU_CHANGED), Fault::slot),
  MODULES_DISLIKED(
      "the board does not like these modules",
      2,
      modular(),
      after(MEMORY_CHANGED, NEW_BUILD),
      m -> m.memory(x -> x.replacedBy(Memory.Module::disliked))),
  PROFILE_TOO_FAST(
      "the memory profile is faster than it runs",
      3,
      on(TOWER),
      after(MEMORY_CHANGED, NEW_BUILD, SETTINGS_RESET),
      Fault::tooFast),
  PROFILE_OFF(
      "the memory profile is off",
      3,
      on(TOWER),
      after(MEMORY_CHANGED, NEW_BUILD, SETTINGS_RESET, FIRMWARE_UPDATED),
      m -> profiled(m).memory(x -> x.profile(false))),
  TRAINING(
      "the first memory training was not waited for",
      3,
      on(TOWER, LAPTOP, HANDHELD),
      after(NEW_BUILD, MEMORY_CHANGED, SETTINGS_RESET, FIRMWARE_UPDATED),
      m -> m.memory(x -> x.training(8))),
  MEMORY_SMALL("there is too little memory", 3, all(), more(SYSTEM_UPGRADED), Fault::small),

  // picture
  CARD_LOOSE(
      "the graphics card is not seated",
      5,
      on(TOWER),
      after(GRAPHICS_CHANGED, NEW_BUILD, MOVED, PART_ADDED),
      withCard(Flaw.CARD_LOOSE, 1)),
  CARD_UNPOWERED(
      "the card lacks a power plug",
      4,
      on(TOWER),
      after(GRAPHICS_CHANGED, NEW_BUILD, MOVED),
      withCard(Flaw.CARD_POWER_OUT, 1, 1, 2)),
  GRAPHICS_DEAD(
      "the graphics part is dying",
      5,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      more(POWER_EVENT, GRAPHICS_CHANGED),
      Fault::graphics),
  WRONG_SOCKET(
      "the display cable is in the board",
      4,
      on(TOWER),
      after(MOVED, NEW_BUILD, GRAPHICS_CHANGED),
      withCard(Flaw.CABLE_IN_BOARD, 1)),
  DISPLAY_CABLE(
      "the display cable is bad", 3, on(TOWER), more(MOVED), flaw(Flaw.DISPLAY_CABLE_BAD)),
  MONITOR_INPUT(
      "the screen stands on another input",
      4,
      on(TOWER),
      more(MOVED, GRAPHICS_CHANGED, NEW_BUILD),
      flaw(Flaw.MONITOR_INPUT_WRONG)),
  MODE_TOO_HIGH(
      "the screen cannot show the mode that is set",
      2,
      on(TOWER),
      more(GRAPHICS_CHANGED, DRIVER_UPDATED, MOVED),
      flaw(Flaw.MODE_TOO_HIGH)),
  INNER_CABLE(
      "the inner display cable is loose",
      3,
      inOnePiece(),
      more(MOVED),
      degrees(Flaw.INNER_CABLE_LOOSE, 1, 1, 2)),
  PANEL("the panel is broken", 4, inOnePiece(), more(MOVED), degrees(Flaw.PANEL_DEAD, 1, 1, 2)),
  BACKLIGHT("the backlight is dead", 2, inOnePiece(), more(), flaw(Flaw.BACKLIGHT_DEAD)),

  // what is plugged in
  KEYBOARD_MISSING(
      "it halts without a keyboard",
      1,
      on(TOWER),
      after(MOVED, NEW_BUILD, SETTINGS_RESET),
      flaw(Flaw.NO_KEYBOARD)),
  USB_DEVICE(
      "a device at a port disturbs it",
      3,
      all(),
      more(PART_ADDED),
      degrees(Flaw.USB_DEVICE_FAULTY, 1, 2, 3)),
  STICK_LEFT_IN(
      "a stick was left in",
      4,
      notCloud(),
      after(SYSTEM_REINSTALLED, FIRMWARE_UPDATED, DRIVE_CHANGED),
      Fault::stickLeft),
  INPUT_BROKEN(
      "a key, pad or touch part is broken", 3, inOnePiece(), more(MOVED), flaw(Flaw.INPUT_BROKEN)),
  ADAPTER_DEAD("the network adapter is dead", 2, all(), more(POWER_EVENT), flaw(Flaw.ADAPTER_DEAD)),
  NETWORK_OFF(
      "the network is off, or it is the router",
      4,
      all(),
      more(MOVED),
      degrees(Flaw.NETWORK_OFF, 1, 2)),
  SOUND_ELSEWHERE(
      "sound goes to another output",
      3,
      all(),
      more(MOVED, SYSTEM_UPGRADED, PART_ADDED),
      flaw(Flaw.SOUND_ELSEWHERE)),
  SOUND_DEAD("the sound part is dead", 1, all(), more(), flaw(Flaw.SOUND_DEAD)),

  // drives
  DRIVE_LOOSE(
      "a drive is not connected",
      4,
      notCloud(),
      after(DRIVE_CHANGED, MOVED, NEW_BUILD, GRAPHICS_CHANGED),
      degrees(Flaw.DRIVE_UNPLUGGED, 1, 1, 1, 2)),
  DRIVE_CABLE(
      "the drive's cable is bad",
      3,
      on(TOWER, ALL_IN_ONE),
      more(MOVED, DRIVE_CHANGED),
      Fault::driveCable),
  DRIVE_DEAD("the drive is dead", 7, all(), more(POWER_EVENT, MOVED), Fault::deadDrive),
  DRIVE_FAILING(
      "the drive is failing", 8, all(), more(MOVED), degrees(Flaw.DRIVE_FAILING, 1, 2, 3, 4, 3)),
  DRIVE_UNSUPPORTED(
      "the board does not know such a drive",
      2,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      after(DRIVE_CHANGED, NEW_BUILD),
      degrees(Flaw.DRIVE_UNSUPPORTED, 1, 2)),
  DRIVE_EMPTY(
      "there is no system on the drive",
      4,
      all(),
      after(DRIVE_CHANGED, NEW_BUILD),
      flaw(Flaw.DRIVE_EMPTY)),
  DRIVE_FULL("the drive is full", 5, all(), more(SYSTEM_UPGRADED), Fault::full),
  DRIVE_SLOW(
      "the system lives on a slow drive",
      4,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      more(SYSTEM_UPGRADED),
      Fault::slowDrive),
  DRIVE_SMALL(
      "the drive is too small for the upgrade",
      1,
      notCloud(),
      only(SYSTEM_UPGRADED, NOTHING),
      wanting(Flaw.DRIVE_SMALL)),
  SECOND_DRIVE_RAW(
      "a new drive is not set up yet",
      3,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      only(DRIVE_CHANGED, PART_ADDED),
      flaw(Flaw.SECOND_DRIVE_RAW)),
  LETTER_MISSING(
      "a volume has no letter",
      1,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      after(DRIVE_CHANGED, SYSTEM_UPGRADED),
      flaw(Flaw.SECOND_DRIVE_NO_LETTER)),
  SCHEME_LOST(
      "a drive lost its table",
      1,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      more(POWER_EVENT, DRIVE_CHANGED),
      flaw(Flaw.SECOND_DRIVE_LOST)),

  // loader, setup
  BOOT_DATA(
      "the boot data is damaged",
      5,
      notCloud(),
      more(DRIVE_CHANGED, SYSTEM_UPGRADED, POWER_EVENT, SYSTEM_REINSTALLED),
      degrees(Flaw.BOOT_DATA_DAMAGED, 1, 1, 1, 2)),
  SECOND_SYSTEM(
      "a second system was left behind",
      2,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      more(DRIVE_CHANGED, SYSTEM_REINSTALLED),
      degrees(Flaw.SECOND_SYSTEM_LEFT, 1, 1, 2)),
  KEY_WANTED(
      "the encrypted drive wants its key",
      3,
      notCloud(),
      after(FIRMWARE_UPDATED, SETTINGS_RESET, CPU_CHANGED),
      flaw(Flaw.RECOVERY_KEY_WANTED)),
  RECOVERY_WANTED(
      "it asks for its recovery image",
      5,
      on(CLOUD_LAPTOP, HANDHELD),
      more(SYSTEM_UPGRADED, POWER_EVENT),
      degrees(Flaw.RECOVERY_WANTED, 1, 2)),
  STICK_BAD(
      "the install stick is damaged",
      3,
      notCloud(),
      only(SYSTEM_REINSTALLED),
      setup(Flaw.STICK_BAD)),
  STICK_WRONG_MODE(
      "the install stick starts the wrong way",
      2,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      only(SYSTEM_REINSTALLED, DRIVE_CHANGED),
      setup(Flaw.STICK_WRONG_MODE, 1, 2)),
  STICK_OLD(
      "the install stick is too old",
      2,
      notCloud(),
      only(SYSTEM_REINSTALLED, NEW_BUILD),
      setup(Flaw.STICK_OLD)),
  STICK_SMALL(
      "the stick is too small for the image",
      1,
      notCloud(),
      only(SYSTEM_REINSTALLED),
      setup(Flaw.STICK_SMALL)),
  STICK_WIDTH(
      "the image has the wrong width",
      1,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      only(SYSTEM_REINSTALLED),
      setup(Flaw.STICK_WRONG_WIDTH)),
  PARTITIONS(
      "setup cannot use the old layout",
      3,
      notCloud(),
      only(SYSTEM_REINSTALLED, DRIVE_CHANGED),
      setup(Flaw.PARTITIONS_IN_THE_WAY)),
  KEY_MISTYPED(
      "the license key was mistyped",
      1,
      notCloud(),
      only(SYSTEM_REINSTALLED),
      setup(Flaw.KEY_MISTYPED)),
  STORAGE_DRIVER(
      "setup lacks the drive's driver",
      3,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      only(SYSTEM_REINSTALLED, NEW_BUILD, DRIVE_CHANGED),
      setup(Flaw.STORAGE_DRIVER_MISSING)),
  OTHER_IMAGE(
      "the recovery image is another model's",
      2,
      on(CLOUD_LAPTOP, HANDHELD),
      only(SYSTEM_REINSTALLED),
      setup(Flaw.OTHER_MODELS_IMAGE)),

  // system
  FILES_DAMAGED(
      "system files are damaged",
      4,
      notCloud(),
      more(POWER_EVENT, SYSTEM_UPGRADED),
      degrees(Flaw.FILES_DAMAGED, 1, 2, 3)),
  UPGRADE_HALF(
      "an upgrade went half through",
      3,
      notCloud(),
      only(SYSTEM_UPGRADED, POWER_EVENT),
      degrees(Flaw.UPGRADE_HALF, 1, 2)),
  MALWARE("something unwanted runs on it", 5, all(), more(), degrees(Flaw.MALWARE, 1, 1, 2)),
  CLUTTER("too much starts with it", 5, notCloud(), more(), flaw(Flaw.CLUTTER)),
  UPDATES_RUNNING(
      "updates are still at work",
      4,
      all(),
      more(SYSTEM_UPGRADED, SYSTEM_REINSTALLED),
      flaw(Flaw.UPDATES_RUNNING)),
  UPDATES_PENDING("updates are pending", 3, all(), more(SYSTEM_REINSTALLED), Fault::pending),
  LICENSE(
      "the license does not fit",
      2,
      notCloud(),
      after(SYSTEM_REINSTALLED, SYSTEM_UPGRADED, CPU_CHANGED),
      flaw(Flaw.LICENSE_AMISS)),
  NARROW_SYSTEM(
      "the system is 32 bits wide",
      1,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      more(MEMORY_CHANGED),
      Fault::narrow),
  SIGN_IN("the sign-in is forgotten", 3, all(), more(), flaw(Flaw.SIGN_IN_FORGOTTEN)),
  PROFILE(
      "the user's profile is damaged",
      1,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      more(POWER_EVENT, SYSTEM_UPGRADED),
      flaw(Flaw.PROFILE_DAMAGED)),
  BROWSER("the browser is cluttered", 3, all(), more(), flaw(Flaw.BROWSER_CLUTTERED)),
  SLEEP(
      "sleep states disturb it",
      3,
      all(),
      more(SYSTEM_UPGRADED, NEW_BUILD),
      flaw(Flaw.SLEEP_AMISS)),
  TOUCH_SETTINGS(
      "touch is set wrong",
      1,
      on(LAPTOP, ALL_IN_ONE, HANDHELD),
      more(SYSTEM_UPGRADED),
      flaw(Flaw.TOUCH_AMISS)),
  COLLISION(
      "two guards or tuners collide",
      2,
      notCloud(),
      more(SYSTEM_UPGRADED, PART_ADDED),
      degrees(Flaw.FILTERS_COLLIDE, 1, 1, 2)),
  TOOL("a tool crashes", 2, on(TOWER, LAPTOP), more(DRIVER_UPDATED), flaw(Flaw.TOOL_CRASHES)),

  // drivers
  NETWORK_DRIVER(
      "the network driver is bad",
      3,
      notCloud(),
      more(SYSTEM_UPGRADED, DRIVER_UPDATED, SYSTEM_REINSTALLED),
      degrees(Flaw.NETWORK_DRIVER_BAD, 1, 2)),
  NETWORK_DRIVER_MISSING(
      "the network driver is missing",
      3,
      notCloud(),
      only(SYSTEM_REINSTALLED, NEW_BUILD),
      flaw(Flaw.NETWORK_DRIVER_MISSING)),
  WIRELESS_DRIVER(
      "the wireless driver is bad",
      3,
      notCloud(),
      more(SYSTEM_UPGRADED, DRIVER_UPDATED),
      flaw(Flaw.WIRELESS_DRIVER_BAD)),
  GRAPHICS_DRIVER(
      "the graphics driver is bad",
      4,
      notCloud(),
      more(DRIVER_UPDATED, GRAPHICS_CHANGED, SYSTEM_UPGRADED),
      degrees(Flaw.GRAPHICS_DRIVER_BAD, 1, 2, 2, 3)),
  GRAPHICS_OVERWRITTEN(
      "an older graphics driver was put over the newer",
      2,
      notCloud(),
      only(DRIVER_UPDATED, SYSTEM_UPGRADED, SYSTEM_REINSTALLED),
      degrees(Flaw.GRAPHICS_DRIVER_OLDER, 1, 2)),
  GRAPHICS_DRIVER_MISSING(
      "the graphics driver is missing",
      3,
      notCloud(),
      only(SYSTEM_REINSTALLED, GRAPHICS_CHANGED, NEW_BUILD),
      flaw(Flaw.GRAPHICS_DRIVER_MISSING)),
  CHIPSET_DRIVER(
      "the chipset driver is missing",
      2,
      notCloud(),
      only(SYSTEM_REINSTALLED, NEW_BUILD, SYSTEM_UPGRADED),
      degrees(Flaw.CHIPSET_DRIVER_MISSING, 1, 2, 3)),
  SOUND_DRIVER(
      "the sound driver is missing",
      2,
      notCloud(),
      only(SYSTEM_REINSTALLED, SYSTEM_UPGRADED),
      flaw(Flaw.SOUND_DRIVER_MISSING)),
  TOUCH_DRIVER(
      "the touch driver is missing",
      2,
      on(LAPTOP, ALL_IN_ONE, HANDHELD),
      only(SYSTEM_REINSTALLED, SYSTEM_UPGRADED),
      flaw(Flaw.TOUCH_DRIVER_MISSING)),

  // an upgrade that is refused
  CHIP_OFF(
      "the security chip is off",
      4,
      notCloud(),
      only(SYSTEM_UPGRADED, NOTHING),
      wanting(Flaw.SECURITY_CHIP_OFF)),
  SECURE_BOOT_OFF(
      "secure boot is off",
      3,
      notCloud(),
      only(SYSTEM_UPGRADED, NOTHING),
      wanting(Flaw.SECURE_BOOT_OFF)),
  LEGACY(
      "it starts the old way",
      2,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      only(SYSTEM_UPGRADED, NOTHING),
      wanting(Flaw.LEGACY_BOOT)),
  CPU_UNLISTED(
      "the processor is not on the list",
      3,
      on(TOWER, LAPTOP, ALL_IN_ONE),
      only(SYSTEM_UPGRADED, NOTHING),
      wanting(Flaw.CPU_UNLISTED)),

  NOTHING_WRONG("nothing is wrong with it", 3, all(), more(), flaw(Flaw.COMPLAINS_OF_NOTHING));

  /** What a fault does to a machine. */
  @FunctionalInterface
  interface Effect {
    Machine on(Machine machine, RandomGenerator random);
  }

  /** One that does the same on every machine. */
  @FunctionalInterface
  interface SameEffect {
    Machine on(Machine machine);
  }

  /** How much more often a fault comes in after some stories than after others. */
  record After(Set<Story> stories, double listed, double others) {
    double of(Story story) {
      return stories.contains(story) ? listed : others;
    }
  }

  private final String words;
  private final int often;
  private final Set<MachineKind> kinds;
  private final After after;
  private final Effect effect;

  Fault(String words, int often, Set<MachineKind> kinds, After after, Effect effect) {
    this.words = words;
    this.often = often;
    this.kinds = kinds;
    this.after = after;
    this.effect = effect;
  }

  Fault(String words, int often, Set<MachineKind> kinds, After after, SameEffect effect) {
    this(words, often, kinds, after, (machine, random) -> effect.on(machine));
  }

  /** What it is, as a debrief says it. */
  public String words() {
    return words;
  }

  /** How often it comes in, from 1 for seldom to 8. */
  public int ordinary() {
    return often;
  }

  public Set<MachineKind> kinds() {
    return kinds;
  }

  /** Weight among the faults that a machine of this kind comes in with after this story. */
  public double weight(MachineKind kind, Story story) {
    return kinds.contains(kind) ? often * after.of(story) : 0;
  }

  /** The machine with this fault in it, its variant drawn. */
  public Machine into(Machine machine, RandomGenerator random) {
    return effect.on(machine, random);
  }

  // --- where and after what ---------------------------------------------------------------------

  private static Set<MachineKind> on(MachineKind first, MachineKind... others) {
    return EnumSet.of(first, others);
  }

  private static Set<MachineKind> all() {
    return EnumSet.allOf(MachineKind.class);
  }

  private static Set<MachineKind> portable() {
    return EnumSet.of(LAPTOP, HANDHELD, CLOUD_LAPTOP);
  }

  private static Set<MachineKind> inOnePiece() {
    return EnumSet.complementOf(EnumSet.of(TOWER));
  }

  private static Set<MachineKind> notCloud() {
    return EnumSet.complementOf(EnumSet.of(CLOUD_LAPTOP));
  }

  private static Set<MachineKind> modular() {
    return EnumSet.of(TOWER, LAPTOP, ALL_IN_ONE);
  }

  /** Comes by itself; more often after these. */
  private static After more(Story... stories) {
    return new After(setOf(stories), 2.5, 1);
  }

  /** Made by hands; seldom without these. */
  private static After after(Story... stories) {
    return new After(setOf(stories), 5, 0.15);
  }

  /** Not without one of these. */
  private static After only(Story... stories) {
    return new After(setOf(stories), 4, 0);
  }

  private static Set<Story> setOf(Story... stories) {
    Set<Story> set = EnumSet.noneOf(Story.class);
    set.addAll(List.of(stories));
    return set;
  }

  // --- what they do
  // -------------------------------------------------------------------------------

  private static Effect flaw(Flaw flaw) {
    return (machine, random) -> machine.with(flaw);
  }

  private static Effect oneOf(Flaw... flaws) {
    return (machine, random) -> machine.with(flaws[random.nextInt(flaws.length)]);
  }

  private static Effect degrees(Flaw flaw, int... degrees) {
    return (machine, random) -> machine.with(flaw, drawn(random, degrees));
  }

  private static int drawn(RandomGenerator random, int... degrees) {
    return degrees[random.nextInt(degrees.length)];
  }

  private static Effect withCard(Flaw flaw, int... degrees) {
    return (machine, random) -> carded(machine).with(flaw, drawn(random, degrees));
  }

  private static Effect setup(Flaw flaw, int... degrees) {
    return (machine, random) -> {
      int degree = degrees.length == 0 ? 1 : drawn(random, degrees);
      Machine with = machine.with(flaw, degree);
      return degree == 2 ? with : with.with(Flaw.SETUP_UNDER_WAY);
    };
  }

  private static Effect wanting(Flaw flaw) {
    return (machine, random) -> machine.with(flaw).with(Flaw.UPGRADE_WANTED);
  }

  private static Machine carded(Machine m) {
    return m.with(m.build().withCard());
  }

  private static Machine unfixed(Machine m) {
    return m.with(m.build().modular());
  }

  private static Machine profiled(Machine m) {
    return m.memory(x -> new Memory(x.slots(), x.tray(), true, true, x.training()));
  }

  private static Machine partShorts(Machine m, RandomGenerator random) {
    int part = 1 + random.nextInt(3);
    return part == 2 ? carded(m).with(Flaw.PART_SHORTS, 2) : m.with(Flaw.PART_SHORTS, part);
  }

  private static Machine shipped(Machine m, RandomGenerator random) {
    Machine shaken = m.with(Flaw.LOOSE_PARTS);
    return switch (random.nextInt(4)) {
      case 0 -> carded(shaken).with(Flaw.CARD_LOOSE);
      case 1 -> loose(shaken, random);
      case 2 -> shaken.with(Flaw.DRIVE_UNPLUGGED);
      default -> shaken.with(Flaw.BOARD_PLUG_LOOSE, 1 + random.nextInt(2));
    };
  }

  private static Machine stillFan(Machine m, RandomGenerator random) {
    return m.with(Flaw.FAN_STILL, random.nextInt(4) == 0 ? 2 : 1);
  }

  private static Machine coinCell(Machine m, RandomGenerator random) {
    Machine low = m.with(Flaw.COIN_CELL_LOW, 35 + random.nextInt(60));
    return Sights.afterTheNight(low);
  }

  private static Machine corrupt(Machine m, RandomGenerator random) {
    return m.with(Flaw.FIRMWARE_CORRUPT, drawn(random, 1, 2, 2, 3)).with(Flaw.UPDATE_BROKEN_OFF);
  }

  private static Machine bug(Machine m, RandomGenerator random) {
    return m.with(
        Flaw.FIRMWARE_BUG, m.tower() ? drawn(random, 1, 2, 2, 3, 4) : drawn(random, 1, 2, 4));
  }

  private static Machine settings(Machine m, RandomGenerator random) {
    int sort = m.tower() ? 1 + random.nextInt(6) : drawn(random, 4, 5, 6);
    return m.with(Flaw.SETTING_ODD, sort);
  }

  private static Machine refuses(Machine m, RandomGenerator random) {
    int sort = drawn(random, 1, 1, 2, 3);
    Machine with = m.with(Flaw.SECURE_BOOT_REFUSES, sort);
    return sort == 3 ? with.with(Flaw.SETUP_UNDER_WAY) : with;
  }

  private static Machine managed(Machine m, RandomGenerator random) {
    return random.nextBoolean()
        ? m.with(Flaw.MANAGED, 2)
        : m.with(Flaw.MANAGED, 1).with(Flaw.SETUP_UNDER_WAY);
  }

  private static Machine loose(Machine m, RandomGenerator random) {
    Machine machine = unfixed(m);
    int slot = anyTaken(machine, random);
    return machine.memory(x -> x.with(slot, x.slots().get(slot).seated(Seat.ASKEW)));
  }

  private static Machine unnoticed(Machine m) {
    Memory two =
        Memory.of(
            m.memory().slots().size() < 2 ? 2 : m.memory().slots().size(),
            List.of(Memory.Module.good("A", 8), Memory.Module.good("B", 8)),
            m.memory().hasProfile());
    int last = two.taken().get(1);
    Memory unseen = two.with(last, two.slots().get(last).seated(Seat.UNNOTICED));
    return new Machine(m.build().modular(), unseen, m.flaws());
  }

  private static int anyTaken(Machine m, RandomGenerator random) {
    return m.memory().taken().get(random.nextInt(m.memory().taken().size()));
  }

  private static Machine wrongSlots(Machine m, RandomGenerator random) {
    Memory pair =
        Memory.of(
            4,
            List.of(Memory.Module.good("A", 8), Memory.Module.good("B", 8)),
            random.nextBoolean());
    Memory moved = pair.allOut().in(0).in(1).training(0);
    return new Machine(m.build(), moved, m.flaws());
  }

  private static Machine faulty(Machine m, RandomGenerator random) {
    Machine machine = unfixed(m);
    int slot = anyTaken(machine, random);
    Bad bad = new Bad[] {Bad.BITS, Bad.BITS, Bad.DEAD, Bad.AT_TIMES}[random.nextInt(4)];
    return machine.memory(
        x ->
            x.with(
                slot, x.slots().get(slot).holding(x.slots().get(slot).module().get().with(bad))));
  }

  private static Machine slot(Machine m, RandomGenerator random) {
    Machine machine = unfixed(m);
    int slot = anyTaken(machine, random);
    Channel channel = random.nextInt(3) == 0 ? Channel.BLIND : Channel.HALTS;
    return machine.memory(x -> x.with(slot, x.slots().get(slot).with(channel)));
  }

  private static Machine tooFast(Machine m, RandomGenerator random) {
    Advertised does = random.nextBoolean() ? Advertised.CRASHES : Advertised.DOES_NOT_START;
    return profiled(m).memory(x -> x.replacedBy(module -> module.at(does)));
  }

  private static Machine small(Machine m, RandomGenerator random) {
    Memory two = Memory.of(m.memory().slots().size(), List.of(Memory.Module.good("A", 2)), false);
    Machine with = new Machine(m.build(), two, m.flaws());
    return random.nextInt(3) == 0 ? with.with(Flaw.UPGRADE_WANTED) : with;
  }

  private static Machine graphics(Machine m, RandomGenerator random) {
    return m.tower()
        ? carded(m).with(Flaw.CARD_DEAD, drawn(random, 1, 1, 1, 2, 2))
        : m.with(Flaw.CARD_DEAD, drawn(random, 1, 1, 2));
  }

  private static Machine stickLeft(Machine m, RandomGenerator random) {
    int sort = drawn(random, 1, 1, 2, 3);
    Machine with = m.with(Flaw.STICK_LEFT_IN, sort);
    return sort == 3 ? with.with(Flaw.SETUP_UNDER_WAY) : with;
  }

  private static Machine driveCable(Machine m, RandomGenerator random) {
    return m.with(Flaw.DRIVE_CABLE_BAD, drawn(random, 1, 1, 2, 3));
  }

  private static Machine deadDrive(Machine m, RandomGenerator random) {
    boolean turns = m.build().spinning();
    return m.with(Flaw.DRIVE_DEAD, turns && random.nextBoolean() ? 2 : 1);
  }

  private static Machine full(Machine m, RandomGenerator random) {
    Machine with = m.with(Flaw.DRIVE_FULL, 1 + random.nextInt(2));
    return random.nextInt(4) == 0 ? with.with(Flaw.UPGRADE_WANTED) : with;
  }

  private static Machine slowDrive(Machine m) {
    return m.with(m.build().turning()).with(Flaw.DRIVE_SLOW_KIND);
  }

  private static Machine pending(Machine m, RandomGenerator random) {
    return random.nextBoolean()
        ? m.with(Flaw.UPDATES_PENDING, 1).with(Flaw.UPGRADE_WANTED)
        : m.with(Flaw.UPDATES_PENDING, 2);
  }

  private static Machine narrow(Machine m, RandomGenerator random) {
    Memory eight = Memory.of(m.memory().slots().size(), List.of(Memory.Module.good("A", 8)), false);
    Machine with = new Machine(m.build(), eight, m.flaws()).with(Flaw.SYSTEM_NARROW);
    return random.nextInt(4) == 0 ? with.with(Flaw.UPGRADE_WANTED) : with;
  }
}
