package dottore.core.bridge;

import dottore.core.casebook.Context;
import dottore.core.casebook.Stage;
import dottore.core.practice.Fault;
import dottore.core.practice.Flaw;
import dottore.core.practice.Machine;
import dottore.core.practice.Scenario;
import dottore.core.practice.Sights.HowFar;
import dottore.core.practice.Story;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/** What the casebook calls the faults and circumstances of a practice machine. */
public final class Names {
  private static final Map<Fault, String> CAUSES = causes();

  private Names() {}

  private static Map<Fault, String> causes() {
    Map<Fault, String> names = new EnumMap<>(Fault.class);
    names.put(Fault.NO_MAINS, "wall-power");
    names.put(Fault.CORD_LOOSE, "wall-power");
    names.put(Fault.SWITCHED_OFF, "supply-switch-off");
    names.put(Fault.SUPPLY_LATCHED, "supply-latched");
    names.put(Fault.SUPPLY_DEAD, "supply-dead");
    names.put(Fault.SUPPLY_WEAK, "supply-weak");
    names.put(Fault.BOARD_PLUG_LOOSE, "board-power-loose");
    names.put(Fault.FRONT_PLUG_OFF, "front-panel-wiring");
    names.put(Fault.BUTTON_BROKEN, "power-button-broken");
    names.put(Fault.METAL_TOUCHES, "short-circuit");
    names.put(Fault.PART_SHORTS, "part-shorts-supply");
    names.put(Fault.FAN_HUB_DEAD, "fan-hub-unpowered");
    names.put(Fault.CHARGER_DEAD, "charger-dead");
    names.put(Fault.CHARGE_SOCKET_BROKEN, "charge-socket-broken");
    names.put(Fault.BATTERY_LOCKED, "laptop-battery-locked");
    names.put(Fault.BATTERY_SWOLLEN, "battery-swollen");
    names.put(Fault.BATTERY_WORN, "battery-worn");
    names.put(Fault.BOARD_DEAD, "board-dead");
    names.put(Fault.LIQUID_INSIDE, "liquid-damage");
    names.put(Fault.SHIPPED_LOOSE, "shipping-damage");
    names.put(Fault.CPU_TOO_NEW, "cpu-firmware-too-old");
    names.put(Fault.CPU_UNSEATED, "cpu-unseated");
    names.put(Fault.CPU_DEAD, "cpu-dead");
    names.put(Fault.COOLER_LOOSE, "cooler-loose");
    names.put(Fault.FAN_STILL, "pump-or-fan-off");
    names.put(Fault.FAN_NOISY, "fan-noisy");
    names.put(Fault.DUST, "dust-heat");
    names.put(Fault.COIN_CELL_FLAT, "coin-cell-flat");
    names.put(Fault.FIRMWARE_CORRUPT, "firmware-corrupt");
    names.put(Fault.FIRMWARE_BUG, "firmware-bug");
    names.put(Fault.SETTING_ODD, "settings-bad");
    names.put(Fault.FIRMWARE_PASSWORD, "firmware-password");
    names.put(Fault.BOOT_ORDER, "boot-order");
    names.put(Fault.BOOT_MODE, "boot-mode-mismatch");
    names.put(Fault.CONTROLLER_MODE, "controller-mode-changed");
    names.put(Fault.SECURE_BOOT_REFUSES, "secure-boot-refuses");
    names.put(Fault.OVERCLOCK, "overclock-unstable");
    names.put(Fault.MANAGED, "write-protect-or-lock");
    names.put(Fault.MODULE_LOOSE, "memory-unseated");
    names.put(Fault.MODULE_UNNOTICED, "memory-missing-half");
    names.put(Fault.WRONG_SLOTS, "memory-wrong-slot");
    names.put(Fault.MODULE_FAULTY, "memory-faulty");
    names.put(Fault.SLOT_BAD, "memory-slot-bad");
    names.put(Fault.MODULES_DISLIKED, "memory-incompatible");
    names.put(Fault.PROFILE_TOO_FAST, "memory-profile-too-fast");
    names.put(Fault.PROFILE_OFF, "memory-profile-off");
    names.put(Fault.TRAINING, "memory-training-long");
    names.put(Fault.MEMORY_SMALL, "memory-too-small");
    names.put(Fault.CARD_LOOSE, "graphics-unseated");
    names.put(Fault.CARD_UNPOWERED, "graphics-power");
    names.put(Fault.GRAPHICS_DEAD, "graphics-dead");
    names.put(Fault.WRONG_SOCKET, "display-wrong-port");
    names.put(Fault.DISPLAY_CABLE, "display-cable-bad");
    names.put(Fault.MONITOR_INPUT, "monitor-input");
    names.put(Fault.MODE_TOO_HIGH, "resolution-mismatch");
    names.put(Fault.INNER_CABLE, "inner-display-cable");
    names.put(Fault.PANEL, "panel-dead");
    names.put(Fault.BACKLIGHT, "backlight-dead");
    names.put(Fault.KEYBOARD_MISSING, "no-keyboard-halt");
    names.put(Fault.USB_DEVICE, "usb-device-faulty");
    names.put(Fault.STICK_LEFT_IN, "stick-left-in");
    names.put(Fault.INPUT_BROKEN, "input-part-broken");
    names.put(Fault.ADAPTER_DEAD, "network-adapter-dead");
    names.put(Fault.NETWORK_OFF, "network-off-or-router");
    names.put(Fault.SOUND_ELSEWHERE, "sound-output-wrong");
    names.put(Fault.SOUND_DEAD, "sound-part-dead");
    names.put(Fault.DRIVE_LOOSE, "drive-not-connected");
    names.put(Fault.DRIVE_CABLE, "drive-cable-bad");
    names.put(Fault.DRIVE_DEAD, "drive-dead");
    names.put(Fault.DRIVE_FAILING, "drive-failing");
    names.put(Fault.DRIVE_UNSUPPORTED, "drive-not-supported");
    names.put(Fault.DRIVE_EMPTY, "no-system-on-drive");
    names.put(Fault.DRIVE_FULL, "drive-full");
    names.put(Fault.DRIVE_SLOW, "slow-drive");
    names.put(Fault.DRIVE_SMALL, "disk-too-small");
    names.put(Fault.SECOND_DRIVE_RAW, "drive-uninitialized");
    names.put(Fault.LETTER_MISSING, "letter-missing");
    names.put(Fault.SCHEME_LOST, "scheme-lost");
    names.put(Fault.BOOT_DATA, "boot-data-damaged");
    names.put(Fault.SECOND_SYSTEM, "dual-boot-leftover");
    names.put(Fault.KEY_WANTED, "encryption-locked");
    names.put(Fault.RECOVERY_WANTED, "recovery-image-needed");
    names.put(Fault.STICK_BAD, "install-media-bad");
    names.put(Fault.STICK_WRONG_MODE, "install-media-wrong-mode");
    names.put(Fault.STICK_OLD, "install-media-old");
    names.put(Fault.STICK_SMALL, "install-media-too-small");
    names.put(Fault.STICK_WIDTH, "wrong-bit-width");
    names.put(Fault.PARTITIONS, "partitions-in-the-way");
    names.put(Fault.KEY_MISTYPED, "key-misread");
    names.put(Fault.STORAGE_DRIVER, "driver-storage-missing");
    names.put(Fault.OTHER_IMAGE, "recovery-image-wrong-model");
    names.put(Fault.FILES_DAMAGED, "system-files-damaged");
    names.put(Fault.UPGRADE_HALF, "system-upgrade-broken");
    names.put(Fault.MALWARE, "malware");
    names.put(Fault.CLUTTER, "start-clutter");
    names.put(Fault.UPDATES_RUNNING, "background-updates");
    names.put(Fault.UPDATES_PENDING, "updates-pending");
    names.put(Fault.LICENSE, "key-mismatch");
    names.put(Fault.NARROW_SYSTEM, "system-32-bit");
    names.put(Fault.SIGN_IN, "sign-in-forgotten");
    names.put(Fault.PROFILE, "profile-damaged");
    names.put(Fault.BROWSER, "browser-clutter");
    names.put(Fault.SLEEP, "power-settings");
    names.put(Fault.TOUCH_SETTINGS, "touch-settings");
    names.put(Fault.COLLISION, "driver-filter-collision");
    names.put(Fault.TOOL, "app-tool-crashes");
    names.put(Fault.NETWORK_DRIVER, "driver-network-bad");
    names.put(Fault.NETWORK_DRIVER_MISSING, "driver-network-missing");
    names.put(Fault.WIRELESS_DRIVER, "driver-wireless-bad");
    names.put(Fault.GRAPHICS_DRIVER, "driver-graphics-bad");
    names.put(Fault.GRAPHICS_OVERWRITTEN, "driver-graphics-overwritten");
    names.put(Fault.GRAPHICS_DRIVER_MISSING, "driver-graphics-missing");
    names.put(Fault.CHIPSET_DRIVER, "driver-chipset-missing");
    names.put(Fault.SOUND_DRIVER, "driver-audio-missing");
    names.put(Fault.TOUCH_DRIVER, "driver-touch-missing");
    names.put(Fault.CHIP_OFF, "tpm-off");
    names.put(Fault.SECURE_BOOT_OFF, "secure-boot-off");
    names.put(Fault.LEGACY, "legacy-boot");
    names.put(Fault.CPU_UNLISTED, "cpu-unsupported");
    names.put(Fault.NOTHING_WRONG, "nothing-wrong");
    return names;
  }

  /** The cause in the casebook. */
  public static String cause(Fault fault) {
    return Objects.requireNonNull(CAUSES.get(fault), () -> fault + " has no name");
  }

  /** What changed last, in the casebook's words. */
  public static Context context(Story story) {
    return Context.valueOf(story.name());
  }

  /** What a technician can get at on a machine that gets this far. */
  public static Stage.Reach reach(Machine machine, HowFar far) {
    return switch (far) {
      case DEAD -> Stage.Reach.NOTHING;
      case TWITCH -> Stage.Reach.FLICKER;
      case PROCESSOR, MEMORY, GRAPHICS, DEVICES, DARK -> Stage.Reach.LIGHTS;
      case LOCKED ->
          machine.has(Flaw.RECOVERY_KEY_WANTED) ? Stage.Reach.FIRMWARE : Stage.Reach.PICTURE;
      case NO_DEVICE, LOADER, STOP, SETUP_FAILS -> Stage.Reach.FIRMWARE;
      case UNSTABLE, DEGRADED, REFUSED, WORKS -> Stage.Reach.DESKTOP;
    };
  }

  /** Everything that the counter would note of a machine when it comes in. */
  public static Set<Context> contexts(Scenario scenario) {
    Machine machine = scenario.machine();
    Set<Context> contexts = EnumSet.of(Context.of(machine.kind()), context(scenario.story()));
    if (machine.build().old()) {
      contexts.add(Context.OLD);
    }
    if (machine.build().spinning()) {
      contexts.add(Context.SPINNING_DRIVE);
    }
    return contexts;
  }
}
