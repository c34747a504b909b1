package dottore.core.bridge;

import static dottore.core.practice.Flaw.*;

import dottore.core.casebook.Repair;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Memory;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.random.RandomGenerator;

/** Carries out the casebook's repairs on a practice machine. */
public final class Hands {
  /** What a specialist brings back of a board. */
  private static final double BOARD_LEVEL = 0.85;

  /** How often cleaning saves a board that got wet. */
  private static final double CLEANED = 0.6;

  private static final Flaw[] DRIVE = {
    DRIVE_DEAD, DRIVE_FAILING, DRIVE_UNSUPPORTED, DRIVE_UNPLUGGED, DRIVE_FULL, DRIVE_SMALL
  };

  /** What a system put there anew does away with. */
  static final Flaw[] SYSTEM = {
    FILES_DAMAGED,
    UPGRADE_HALF,
    MALWARE,
    CLUTTER,
    UPDATES_PENDING,
    SYSTEM_NARROW,
    SIGN_IN_FORGOTTEN,
    PROFILE_DAMAGED,
    BROWSER_CLUTTERED,
    SLEEP_AMISS,
    TOUCH_AMISS,
    FILTERS_COLLIDE,
    TOOL_CRASHES,
    NETWORK_DRIVER_BAD,
    NETWORK_DRIVER_MISSING,
    WIRELESS_DRIVER_BAD,
    GRAPHICS_DRIVER_BAD,
    GRAPHICS_DRIVER_OLDER,
    GRAPHICS_DRIVER_MISSING,
    CHIPSET_DRIVER_MISSING,
    SOUND_DRIVER_MISSING,
    TOUCH_DRIVER_MISSING,
    BOOT_DATA_DAMAGED,
    SECOND_SYSTEM_LEFT,
    RECOVERY_KEY_WANTED,
    DRIVE_EMPTY,
    DRIVE_FULL,
    RECOVERY_WANTED,
    MODE_CLASHES
  };

  private static final Flaw[] BOARD = {
    BOARD_DEAD,
    WET,
    FIRMWARE_CORRUPT,
    FIRMWARE_BUG,
    UPDATE_BROKEN_OFF,
    COIN_CELL_LOW,
    CLOCK_WRONG,
    CPU_UNSEATED,
    CPU_TOO_NEW,
    BOARD_PLUG_LOOSE,
    FRONT_PLUG_OFF,
    METAL_TOUCHES,
    SETTING_ODD,
    PASSWORD_SET,
    OVERCLOCKED,
    COOLER_LOOSE,
    CARD_LOOSE,
    CARD_POWER_OUT
  };

  private Hands() {}

  /** What a repair makes of a machine. */
  @FunctionalInterface
  private interface Work {
    Machine on(Machine machine, RandomGenerator random);
  }

  private static final Map<String, Work> WORKS = works();

  /** Repairs that it can carry out. */
  public static Set<String> known() {
    return WORKS.keySet();
  }

  /**
   * The machine after a repair.
   *
   * @throws IllegalArgumentException if the repair is not among {@link #known()}
   */
  public static Machine after(Repair repair, Machine machine, RandomGenerator random) {
    Work work = WORKS.get(repair.id());
    if (work == null) {
      throw new IllegalArgumentException("no practice machine knows '" + repair.id() + "'");
    }
    return work.on(machine, random);
  }

  private static Work removes(Flaw... flaws) {
    return (machine, random) -> machine.without(flaws);
  }

  private static Map<String, Work> works() {
    Map<String, Work> works = new HashMap<>();
    power(works);
    board(works);
    memory(works);
    picture(works);
    drives(works);
    system(works);
    return Map.copyOf(works);
  }

  private static void power(Map<String, Work> works) {
    works.put("other-socket", removes(WALL_DEAD, CORD_LOOSE));
    works.put("switch-supply-on", removes(SWITCH_OFF));
    works.put(
        "replace-supply",
        removes(
            SUPPLY_DEAD,
            SUPPLY_HALF_DEAD,
            SUPPLY_WEAK,
            SUPPLY_LATCHED,
            SWITCH_OFF,
            CORD_LOOSE,
            BOARD_PLUG_LOOSE,
            CARD_POWER_OUT));
    works.put("rewire-front-plug", removes(FRONT_PLUG_OFF));
    works.put("replace-power-button", removes(BUTTON_BROKEN, FRONT_PLUG_OFF));
    works.put("replace-inner-button", removes(BUTTON_BROKEN));
    works.put("reseat-board-power", removes(BOARD_PLUG_LOOSE));
    works.put("clear-short", removes(METAL_TOUCHES, FRONT_PLUG_OFF, BOARD_PLUG_LOOSE));
    works.put("replace-charger", removes(CHARGER_DEAD));
    works.put("reset-battery-charge", removes(BATTERY_LOCKED));
    works.put("remove-swollen-battery", removes(BATTERY_SWOLLEN, BATTERY_WORN));
    works.put("replace-battery", removes(BATTERY_SWOLLEN, BATTERY_WORN, BATTERY_LOCKED));
    works.put(
        "find-what-burned",
        removes(SUPPLY_DEAD, SUPPLY_HALF_DEAD, SUPPLY_LATCHED, CARD_DEAD, PART_SHORTS));
    works.put("leave-part-out", removes(PART_SHORTS, USB_DEVICE_FAULTY, SUPPLY_LATCHED));
    works.put("replace-charge-socket", removes(CHARGE_SOCKET_BROKEN));
    works.put("hold-button-reset", removes(BATTERY_LOCKED, SUPPLY_LATCHED));
    works.put("power-fan-hub", removes(FAN_HUB_UNPOWERED, FAN_NOISY));
  }

  private static void board(Map<String, Work> works) {
    works.put("replace-board", (m, r) -> m.without(BOARD).memory(Hands::soundSlots));
    works.put("clean-liquid", (m, r) -> r.nextDouble() < CLEANED ? m.without(WET) : m);
    works.put(
        "reseat-all",
        (m, r) ->
            m.without(
                    CARD_LOOSE,
                    CARD_POWER_OUT,
                    BOARD_PLUG_LOOSE,
                    DRIVE_UNPLUGGED,
                    LOOSE_PARTS,
                    FRONT_PLUG_OFF,
                    INNER_CABLE_LOOSE)
                .memory(Hands::pressed));
    works.put(
        "flash-without-cpu",
        removes(CPU_TOO_NEW, FIRMWARE_CORRUPT, FIRMWARE_BUG, UPDATE_BROKEN_OFF));
    works.put(
        "reseat-cpu",
        (m, r) -> m.without(COOLER_LOOSE, r.nextInt(3) > 0 ? CPU_UNSEATED : COOLER_LOOSE));
    works.put("replace-cpu", removes(CPU_DEAD, CPU_TOO_NEW, CPU_UNLISTED, COOLER_LOOSE));
    works.put("newer-processor", removes(CPU_DEAD, CPU_UNLISTED, COOLER_LOOSE));
    works.put("remount-cooler", removes(COOLER_LOOSE, DUST, FAN_STILL));
    works.put("plug-or-replace-fan", removes(FAN_STILL, FAN_NOISY));
    works.put("quiet-fan", removes(FAN_NOISY, DUST));
    works.put("clean-cooler", removes(DUST, FAN_NOISY));
    works.put(
        "refer-board-level",
        (m, r) ->
            r.nextDouble() < BOARD_LEVEL
                ? m.without(BOARD)
                    .without(CPU_DEAD, CARD_DEAD, PANEL_DEAD, BUTTON_BROKEN)
                    .memory(Hands::soundSlots)
                : m);
    works.put(
        "swap-board-with-storage",
        (m, r) -> m.without(BOARD).without(SYSTEM).without(DRIVE).memory(Hands::soundSlots));
    works.put("set-boot-order", removes(ORDER_WRONG, STICK_LEFT_IN));
    works.put("set-boot-mode", removes(MODE_CLASHES));
    works.put("set-controller-mode-back", removes(CONTROLLER_MODE_CHANGED));
    works.put(
        "clear-and-reenter",
        (m, r) ->
            m.without(SETTING_ODD, OVERCLOCKED, ORDER_WRONG, CONTROLLER_MODE_CHANGED, MODE_CLASHES)
                .memory(x -> tooFast(x) ? x.profile(false) : x));
    works.put(
        "replace-coin-cell",
        removes(COIN_CELL_LOW, CLOCK_WRONG, CONTROLLER_MODE_CHANGED, SETTING_ODD));
    works.put(
        "recover-firmware",
        removes(FIRMWARE_CORRUPT, FIRMWARE_BUG, CPU_TOO_NEW, UPDATE_BROKEN_OFF));
    works.put(
        "other-firmware-version",
        (m, r) -> {
          Machine then = m.without(FIRMWARE_BUG);
          then = then.has(DRIVE_UNSUPPORTED, 1) ? then.without(DRIVE_UNSUPPORTED) : then;
          return r.nextInt(3) == 0 ? then.memory(x -> x.replacedBy(Hands::nowLiked)) : then;
        });
    works.put("clear-password-by-owner", removes(PASSWORD_SET));
    works.put("maker-service-with-proof", removes(PASSWORD_SET));
    works.put("enter-recovery-key", removes(RECOVERY_KEY_WANTED));
    works.put("settle-secure-boot", removes(SECURE_BOOT_REFUSES));
    works.put(
        "back-to-stock",
        (m, r) ->
            m.without(OVERCLOCKED, SETTING_ODD).memory(x -> tooFast(x) ? x.profile(false) : x));
    works.put("owners-administrator", removes(MANAGED));
    works.put("plug-keyboard", removes(NO_KEYBOARD));
    works.put("remove-usb-device", removes(USB_DEVICE_FAULTY));
    works.put("take-stick-out", removes(STICK_LEFT_IN));
    works.put("switch-security-chip-on", removes(SECURITY_CHIP_OFF));
    works.put("switch-secure-boot-on", removes(SECURE_BOOT_OFF));
    works.put("convert-to-new-way", removes(LEGACY_BOOT, SECURE_BOOT_OFF));
    works.put("stay-or-replace", removes(UPGRADE_WANTED));
  }

  private static void memory(Map<String, Work> works) {
    works.put("reseat-memory", (m, r) -> m.memory(Hands::pressed));
    works.put("move-memory-slots", (m, r) -> m.memory(x -> x.asTheManualSays().training(0)));
    works.put("swap-and-reseat-pair", (m, r) -> m.memory(x -> x.asTheManualSays().training(0)));
    works.put("replace-memory", (m, r) -> m.memory(x -> x.replacedBy(Hands::likeIt)));
    works.put("use-other-slot", (m, r) -> m.memory(Hands::intoSoundSlots));
    works.put("other-memory-kit", (m, r) -> m.memory(x -> x.replacedBy(Hands::likeIt)));
    works.put("lower-memory-profile", (m, r) -> m.memory(Hands::atBearableSpeed));
    works.put("wait-and-remember-training", (m, r) -> m.memory(x -> x.training(0)));
    works.put("switch-profile-on", (m, r) -> m.memory(x -> x.profile(x.hasProfile())));
    works.put(
        "add-memory",
        (m, r) -> fixed(m) ? m : m.memory(x -> x.replacedBy(o -> Memory.Module.good(o.mark(), 8))));
    works.put(
        "refer-memory-fixed",
        (m, r) -> m.memory(x -> fixed(m) ? x.replacedBy(o -> Memory.Module.good(o.mark(), 8)) : x));
  }

  private static boolean fixed(Machine m) {
    return m.build().fixedMemory();
  }

  private static boolean tooFast(Memory memory) {
    return memory.modules().stream().anyMatch(m -> m.advertised() != Memory.Advertised.STEADY);
  }

  /** A slower profile that the modules bear; they count as sold for that speed from now on. */
  private static Memory atBearableSpeed(Memory memory) {
    return tooFast(memory) ? memory.replacedBy(m -> m.at(Memory.Advertised.STEADY)) : memory;
  }

  private static Memory.Module likeIt(Memory.Module module) {
    return Memory.Module.good(module.mark(), module.gib());
  }

  private static Memory.Module nowLiked(Memory.Module module) {
    return module.liked() ? module : likeIt(module).with(module.bad()).at(module.advertised());
  }

  /** Every module once out and in again. */
  private static Memory pressed(Memory memory) {
    Memory now = memory;
    for (int slot : memory.taken()) {
      now = now.with(slot, now.slots().get(slot).seated(Memory.Seat.HOME));
    }
    return now;
  }

  private static Memory soundSlots(Memory memory) {
    Memory now = memory;
    for (int slot = 0; slot < memory.slots().size(); slot++) {
      now = now.with(slot, now.slots().get(slot).with(Memory.Channel.SOUND));
    }
    return pressed(now).asTheManualSays().training(0);
  }

  /** Only slots that serve are used; where none does the modules stay. */
  private static Memory intoSoundSlots(Memory memory) {
    if (memory.slots().stream().noneMatch(slot -> slot.channel() == Memory.Channel.SOUND)) {
      return memory;
    }
    Memory now = memory.allOut();
    for (int slot = 0; slot < memory.slots().size(); slot++) {
      if (now.slots().get(slot).channel() == Memory.Channel.SOUND) {
        now = now.in(slot);
      }
    }
    return now.training(0).profile(false);
  }

  private static void picture(Map<String, Work> works) {
    works.put("reseat-graphics", removes(CARD_LOOSE, CARD_POWER_OUT, LOOSE_PARTS));
    works.put("plug-graphics-power", removes(CARD_POWER_OUT));
    works.put("replace-graphics", removes(CARD_DEAD, CARD_LOOSE, CARD_POWER_OUT, CABLE_IN_BOARD));
    works.put("move-display-cable", removes(CABLE_IN_BOARD));
    works.put("set-monitor-input", removes(MONITOR_INPUT_WRONG));
    works.put("replace-display-cable", removes(DISPLAY_CABLE_BAD));
    works.put("lower-resolution", removes(MODE_TOO_HIGH));
    works.put("replace-inner-cable", removes(INNER_CABLE_LOOSE));
    works.put("replace-panel", removes(PANEL_DEAD, BACKLIGHT_DEAD, INNER_CABLE_LOOSE));
  }

  private static void drives(Map<String, Work> works) {
    works.put("connect-drive", removes(DRIVE_UNPLUGGED));
    works.put("replace-drive-cable", removes(DRIVE_CABLE_BAD, DRIVE_UNPLUGGED));
    Work newDrive =
        (m, r) ->
            m.without(DRIVE)
                .without(SYSTEM)
                .without(
                    PARTITIONS_IN_THE_WAY, SECOND_DRIVE_LOST, DRIVE_SLOW_KIND, STICK_WRONG_MODE);
    works.put("replace-drive-restore", newDrive);
    works.put(
        "copy-first-then-replace",
        (m, r) -> m.without(DRIVE).without(BOOT_DATA_DAMAGED, FILES_DAMAGED));
    works.put("refer-data-specialist", (m, r) -> m.without(DRIVE).without(SECOND_DRIVE_LOST));
    works.put(
        "update-for-drive",
        (m, r) -> m.has(DRIVE_UNSUPPORTED, 1) ? m.without(DRIVE_UNSUPPORTED) : m);
    works.put(
        "rebuild-boot-data",
        (m, r) -> {
          Machine then = m.without(BOOT_DATA_DAMAGED);
          return then.has(SECOND_SYSTEM_LEFT, 1) ? then.without(SECOND_SYSTEM_LEFT) : then;
        });
    works.put("set-default-entry", removes(SECOND_SYSTEM_LEFT));
    works.put("rebuild-stick", removes(STICK_BAD, STICK_WRONG_MODE));
    Work installed = (m, r) -> m.without(SYSTEM).without(SETUP_UNDER_WAY, STICK_BAD, STICK_OLD);
    works.put("maker-recovery", installed);
    works.put("install-on-empty", installed);
    works.put("reinstall-clean", installed);
    works.put("install-for-boot", (m, r) -> installed.on(m.without(LEGACY_BOOT, MODE_CLASHES), r));
    works.put(
        "newest-stick",
        removes(STICK_OLD, STICK_SMALL, STICK_BAD, STICK_WRONG_MODE, STICK_WRONG_WIDTH));
    works.put("image-of-right-width", removes(STICK_WRONG_WIDTH));
    works.put("clear-target-drive", removes(PARTITIONS_IN_THE_WAY, SECOND_SYSTEM_LEFT));
    works.put("enter-key-again", removes(KEY_MISTYPED));
    works.put("load-storage-driver", removes(STORAGE_DRIVER_MISSING));
    works.put("right-recovery-image", removes(OTHER_MODELS_IMAGE, RECOVERY_WANTED));
    works.put("make-space", removes(DRIVE_FULL));
    works.put("make-space-outside", removes(DRIVE_FULL));
    works.put("larger-drive", removes(DRIVE_FULL, DRIVE_SMALL, DRIVE_SLOW_KIND));
    works.put("move-to-solid-state", removes(DRIVE_SLOW_KIND, DRIVE_FULL, DRIVE_SMALL));
    works.put("initialize-drive", removes(SECOND_DRIVE_RAW));
    works.put("give-letter", removes(SECOND_DRIVE_NO_LETTER));
    works.put("copy-then-rebuild-table", removes(SECOND_DRIVE_LOST));
  }

  private static void system(Map<String, Work> works) {
    works.put("newer-network-driver", removes(NETWORK_DRIVER_BAD, NETWORK_DRIVER_MISSING));
    works.put("other-wireless-driver", removes(WIRELESS_DRIVER_BAD));
    Work graphics = removes(GRAPHICS_DRIVER_BAD, GRAPHICS_DRIVER_MISSING, GRAPHICS_DRIVER_OLDER);
    works.put("clean-graphics-driver", graphics);
    works.put("safe-remove-graphics-driver", graphics);
    works.put("older-graphics-driver", removes(GRAPHICS_DRIVER_BAD));
    works.put("install-graphics-driver", removes(GRAPHICS_DRIVER_MISSING, GRAPHICS_DRIVER_OLDER));
    works.put("safe-disable-network-driver", removes(NETWORK_DRIVER_BAD, WIRELESS_DRIVER_BAD));
    works.put("install-network-driver", removes(NETWORK_DRIVER_MISSING));
    works.put("install-chipset-driver", removes(CHIPSET_DRIVER_MISSING));
    works.put("install-audio-driver", removes(SOUND_DRIVER_MISSING));
    works.put("install-touch-driver", removes(TOUCH_DRIVER_MISSING, TOUCH_AMISS));
    works.put("part-the-two", removes(FILTERS_COLLIDE));
    works.put("safe-remove-tool", removes(FILTERS_COLLIDE, TOOL_CRASHES));
    works.put("update-or-remove-tool", removes(TOOL_CRASHES, FILTERS_COLLIDE));
    works.put("switch-network-on", removes(NETWORK_OFF));
    works.put(
        "other-network-adapter",
        removes(ADAPTER_DEAD, NETWORK_DRIVER_MISSING, WIRELESS_DRIVER_BAD));
    works.put("choose-sound-output", removes(SOUND_ELSEWHERE));
    works.put("replace-sound-part", removes(SOUND_DEAD));
    works.put("set-power-states", removes(SLEEP_AMISS));
    works.put("trim-start", removes(CLUTTER));
    works.put("let-it-finish", removes(UPDATES_RUNNING, UPDATES_PENDING));
    works.put("finish-updates", removes(UPDATES_RUNNING, UPDATES_PENDING));
    works.put("explain-use", removes(COMPLAINS_OF_NOTHING));
    works.put("repair-system-files", removes(FILES_DAMAGED));
    works.put(
        "repair-in-place",
        removes(FILES_DAMAGED, UPGRADE_HALF, GRAPHICS_DRIVER_OLDER, UPDATES_PENDING));
    works.put("roll-back-upgrade", removes(UPGRADE_HALF));
    Work back =
        removes(
            NETWORK_DRIVER_BAD,
            WIRELESS_DRIVER_BAD,
            GRAPHICS_DRIVER_BAD,
            GRAPHICS_DRIVER_OLDER,
            FILTERS_COLLIDE,
            TOOL_CRASHES);
    // One machine in three keeps no point that is old enough.
    works.put("set-system-back", (m, r) -> r.nextInt(3) > 0 ? back.on(m, r) : m);
    works.put("remove-malware", (m, r) -> r.nextInt(10) > 0 ? m.without(MALWARE) : m);
    works.put("right-license", removes(LICENSE_AMISS));
    works.put("calibrate-touch", removes(TOUCH_AMISS));
    works.put("set-sign-in-anew", removes(SIGN_IN_FORGOTTEN));
    works.put("new-profile", removes(PROFILE_DAMAGED));
    works.put("replace-input-part", removes(INPUT_BROKEN));
    works.put("clear-browser", removes(BROWSER_CLUTTERED));
  }
}
