package dottore.core.bridge;

import static dottore.core.bridge.Bench.yes;
import static dottore.core.practice.Flaw.*;

import dottore.core.machine.MachineKind;
import dottore.core.practice.Heat;
import dottore.core.practice.Machine;
import dottore.core.practice.Running;
import dottore.core.practice.Sights;
import java.util.Map;

/** Drives, what lies on them, loaders, sticks and setup. */
final class DriveSights {
  private DriveSights() {}

  static void into(Map<String, Bench.Look> looks) {
    looks.put("drives-shown", DriveSights::shown);
    looks.put("boot-list", DriveSights::order);
    looks.put("one-time-boot", DriveSights::once);
    looks.put("stick-look", b -> b.any(STICK_LEFT_IN, SETUP_UNDER_WAY) ? "found" : "none");
    looks.put("boot-mode-shown", b -> b.has(MODE_CLASHES) ? "clash" : "fit");
    looks.put("controller-mode-shown", b -> b.has(CONTROLLER_MODE_CHANGED) ? "differs" : "same");
    looks.put(
        "drive-plugs-look",
        b -> b.has(DRIVE_UNPLUGGED) || b.has(DRIVE_CABLE_BAD) && b.chance(0.2) ? "loose" : "firm");
    looks.put("cable-swap", DriveSights::otherCable);
    looks.put("usb-adapter-elsewhere", DriveSights::elsewhere);
    looks.put(
        "drive-out-start",
        b -> yes(b.further(b.machine().without(DRIVE_DEAD, DRIVE_FAILING)), "further", "same"));
    looks.put("drive-sound", DriveSights::sound);
    looks.put("attributes", DriveSights::attributes);
    looks.put("read-test", DriveSights::readTest);
    looks.put("repair-tool-sees-system", DriveSights::rescue);
    looks.put("stick-checksum", b -> b.has(STICK_BAD) ? "differs" : "same");
    looks.put(
        "drive-kind-supported",
        b ->
            b.has(DRIVE_UNSUPPORTED, 1) ? "after-update" : b.has(DRIVE_UNSUPPORTED) ? "no" : "yes");
    looks.put(
        "recovery-message",
        b -> yes(b.has(RECOVERY_WANTED) || emptyCloud(b), "insert-stick", "other"));
    looks.put(
        "own-storage-test",
        b -> b.has(DRIVE_DEAD) ? "no-answer" : yes(b.has(DRIVE_FAILING), "bad", "fine"));
    looks.put("loader-message", DriveSights::loader);
    looks.put("drive-type-look", b -> spinning(b) ? "spinning" : "solid-state");
    looks.put("disk-list", DriveSights::disks);
    looks.put("free-space", b -> b.has(DRIVE_FULL) ? "full" : "enough");
    looks.put(
        "space-from-stick",
        b ->
            b.has(DRIVE_FAILING) && b.chance(0.54)
                ? "unreadable"
                : b.has(DRIVE_FULL) ? "full" : "enough");
    looks.put("drive-size-shown", b -> b.has(DRIVE_SMALL) ? "below" : "enough");
    looks.put("scheme-read", b -> b.has(LEGACY_BOOT) ? "mbr" : "gpt");
    looks.put("setup-message", DriveSights::setup);
    looks.put("hang-point-repeats", DriveSights::repeats);
    looks.put(
        "setup-drive-list",
        b ->
            !Sights.driveSeen(b.machine())
                ? "absent"
                : b.has(STORAGE_DRIVER_MISSING)
                    ? "empty"
                    : b.has(PARTITIONS_IN_THE_WAY) ? "many" : "right");
    looks.put("stick-age", b -> b.has(STICK_OLD) ? "old" : "fresh");
    looks.put("stick-size", b -> b.has(STICK_SMALL) ? "short" : "fits");
    looks.put(
        "other-stick",
        b ->
            yes(
                b.further(
                    b.machine()
                        .without(
                            STICK_BAD,
                            STICK_SMALL,
                            STICK_OLD,
                            STICK_WRONG_MODE,
                            STICK_WRONG_WIDTH)),
                "further",
                "same"));
    looks.put("processor-width", b -> b.has(STICK_WRONG_WIDTH) ? "clash" : "fits");
    looks.put("key-alphabet", b -> b.has(KEY_MISTYPED) && b.chance(0.6) ? "outside" : "plain");
    looks.put("key-read-again", b -> b.has(KEY_MISTYPED) && b.chance(0.9) ? "differs" : "same");
    looks.put("model-id-compare", b -> b.has(OTHER_MODELS_IMAGE) ? "other" : "same");
    looks.put("managed-look", b -> b.has(MANAGED) ? "named" : "none");
    looks.put(
        "old-layout-look",
        b ->
            b.has(PARTITIONS_IN_THE_WAY)
                ? b.chance(0.5) ? "clash" : "dynamic"
                : b.has(MODE_CLASHES) || b.has(STICK_WRONG_MODE) && b.chance(0.5)
                    ? "clash"
                    : "empty");
  }

  private static boolean spinning(Bench b) {
    return b.machine().build().spinning();
  }

  private static boolean emptyCloud(Bench b) {
    return b.has(DRIVE_EMPTY) && b.machine().kind() == MachineKind.CLOUD_LAPTOP;
  }

  private static String shown(Bench b) {
    if (!Sights.driveSeen(b.machine()) || b.has(DRIVE_UNPLUGGED)) {
      return "missing";
    }
    boolean comes =
        b.machine().degree(DRIVE_CABLE_BAD) >= 2 && b.chance(0.6)
            || b.has(DRIVE_FAILING) && b.chance(0.15);
    return comes ? "flickers" : "listed";
  }

  private static String order(Bench b) {
    if (b.has(ORDER_WRONG, 1) || b.any(STICK_LEFT_IN)) {
      return "other-first";
    }
    return b.has(ORDER_WRONG, 2)
            || b.has(BOOT_DATA_DAMAGED, 2)
            || !Sights.driveSeen(b.machine())
            || b.has(DRIVE_EMPTY)
            || b.has(MODE_CLASHES) && b.chance(0.6)
        ? "entry-gone"
        : "system-first";
  }

  private static String once(Bench b) {
    Machine chosen = b.machine().without(STICK_LEFT_IN, ORDER_WRONG);
    boolean noEntry =
        !Sights.driveSeen(chosen)
            || b.has(ORDER_WRONG, 2) && b.chance(0.5)
            || b.any(DRIVE_EMPTY)
            || b.has(BOOT_DATA_DAMAGED, 2)
            || b.has(MODE_CLASHES) && b.chance(0.6);
    return noEntry ? "no-entry" : yes(b.further(chosen), "starts", "error");
  }

  private static String otherCable(Bench b) {
    Machine then = b.machine().without(DRIVE_CABLE_BAD, DRIVE_UNPLUGGED);
    boolean helps = b.further(then) || !Sights.driveSeen(b.machine()) && Sights.driveSeen(then);
    return yes(helps, "listed", "same");
  }

  private static String elsewhere(Bench b) {
    if (b.has(DRIVE_DEAD, 1)) {
      return "nothing";
    }
    if (b.has(DRIVE_DEAD, 2)) {
      return "clicks";
    }
    if (b.has(DRIVE_FAILING)) {
      return b.chance(0.85) ? "slow" : "fine";
    }
    return b.has(DRIVE_EMPTY) ? "empty" : "fine";
  }

  private static String sound(Bench b) {
    if (!spinning(b)) {
      return "quiet";
    }
    return b.has(DRIVE_DEAD, 2) || b.has(DRIVE_FAILING) && b.chance(0.25)
        ? "clicks"
        : b.has(DRIVE_DEAD) ? "silent" : "quiet";
  }

  private static String attributes(Bench b) {
    if (!Sights.driveSeen(b.machine())) {
      return "no-answer";
    }
    if (b.has(DRIVE_FAILING)) {
      return b.chance(0.9) ? "bad" : "fine";
    }
    return b.has(DRIVE_CABLE_BAD) && b.chance(0.8) ? "interface" : "fine";
  }

  private static String readTest(Bench b) {
    return b.has(DRIVE_FAILING) && b.chance(0.95)
            || b.machine().degree(DRIVE_CABLE_BAD) >= 2 && b.chance(0.6)
        ? "errors"
        : "clean";
  }

  private static String rescue(Bench b) {
    if (!Sights.driveSeen(b.machine())) {
      return "nothing";
    }
    if (b.has(DRIVE_EMPTY)) {
      return "empty";
    }
    if (b.has(DRIVE_FAILING) && b.chance(0.6) || b.has(RECOVERY_KEY_WANTED) && b.chance(0.6)) {
      return "unreadable";
    }
    return b.has(BOOT_DATA_DAMAGED) || b.has(SECOND_SYSTEM_LEFT, 1) || b.has(MODE_CLASHES)
        ? "boot-broken"
        : "bootable";
  }

  private static String loader(Bench b) {
    if (b.any(BOOT_DATA_DAMAGED)) {
      return "boot-data";
    }
    if (b.has(DRIVE_FAILING, 1)) {
      return b.chance(0.85) ? "read-error" : "boot-data";
    }
    if (b.has(SECURE_BOOT_REFUSES)) {
      return "signature";
    }
    if (b.any(RECOVERY_KEY_WANTED, RECOVERY_WANTED)) {
      return "recovery";
    }
    if (b.has(SECOND_SYSTEM_LEFT, 1)) {
      return b.chance(0.6) ? "none" : "boot-data";
    }
    return b.any(DRIVE_EMPTY, STICK_LEFT_IN, ORDER_WRONG, MODE_CLASHES)
            || !Sights.driveSeen(b.machine())
        ? "no-system"
        : "none";
  }

  private static String disks(Bench b) {
    if (b.has(SECOND_DRIVE_RAW)) {
      return "no-scheme";
    }
    if (b.has(SECOND_DRIVE_NO_LETTER)) {
      return "no-letter";
    }
    if (b.has(SECOND_DRIVE_LOST)) {
      return "foreign";
    }
    if (b.has(DRIVE_UNPLUGGED, 2)) {
      return "absent";
    }
    return b.machine().degree(DRIVE_CABLE_BAD) >= 2 && b.chance(0.7) ? "comes-and-goes" : "all";
  }

  private static String setup(Bench b) {
    if (!b.has(SETUP_UNDER_WAY) || b.has(STICK_LEFT_IN)) {
      return "none";
    }
    if (b.has(MANAGED)) {
      return "locked";
    }
    if (b.has(STORAGE_DRIVER_MISSING) || !Sights.driveSeen(b.machine())) {
      return "no-drive";
    }
    if (b.any(PARTITIONS_IN_THE_WAY, STICK_WRONG_MODE)) {
      return "not-this-disk";
    }
    if (b.has(KEY_MISTYPED)) {
      return "key";
    }
    if (b.any(STICK_WRONG_WIDTH, OTHER_MODELS_IMAGE) || b.has(SECURE_BOOT_REFUSES)) {
      return "not-for-this";
    }
    if (b.any(STICK_BAD, STICK_SMALL)) {
      return b.chance(0.75) ? "file-error" : "hangs";
    }
    if (b.has(STICK_OLD)) {
      return b.chance(0.4) ? "not-for-this" : "hangs";
    }
    boolean reads = b.any(DRIVE_FAILING, DRIVE_CABLE_BAD) || Running.wrongBits(b.machine());
    return reads && b.chance(0.5) ? "file-error" : "hangs";
  }

  private static String repeats(Bench b) {
    boolean random =
        Running.wrongBits(b.machine())
            || b.has(DRIVE_CABLE_BAD)
            || Heat.load(b.machine()).switchesOff();
    return random ? "changes" : b.has(DRIVE_FAILING) && b.chance(0.4) ? "changes" : "same";
  }
}
