package dottore.core.bridge;

import dottore.core.casebook.Step;
import dottore.core.practice.Part;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;

/** At which part of a machine each step of the casebook is done. */
public final class Parts {
  private static final Map<String, Part> PARTS = parts();

  private Parts() {}

  /** Where hands or eyes go for a step; a shop's own step is looked up with the owner. */
  public static Part of(Step step) {
    return Objects.requireNonNullElse(PARTS.get(step.id()), Part.OWNER);
  }

  static boolean knows(String step) {
    return PARTS.containsKey(step);
  }

  private static Map<String, Part> parts() {
    Map<String, Part> parts = new HashMap<>();
    put(parts, Part.WALL, "wall-lamp cables-outside other-socket");
    put(
        parts,
        Part.SUPPLY,
        "supply-switch rails-volts spare-supply supply-alone switch-supply-on " + "replace-supply");
    put(
        parts,
        Part.BUTTON,
        "fans-and-lights how-far picture-first warmth-felt pins-touch front-plug-position "
            + "rewire-front-plug replace-power-button replace-inner-button "
            + "beep-pattern blink-code hold-button-reset");
    put(
        parts,
        Part.BOARD,
        "board-light board-code outside-inspection board-plugs-look "
            + "standoff-check board-outside strip-to-board reseat-all "
            + "reseat-board-power clear-short replace-board clean-liquid "
            + "refer-board-level swap-board-with-storage smell-and-look find-what-burned "
            + "added-part-out leave-part-out");
    put(
        parts,
        Part.CELL,
        "coin-cell-volts replace-coin-cell clear-settings clear-and-reenter "
            + "clear-password-by-owner");
    put(
        parts,
        Part.PROCESSOR,
        "socket-look spare-cpu reseat-cpu replace-cpu flash-without-cpu " + "newer-processor");
    put(
        parts,
        Part.COOLER,
        "cooler-look idle-temperature load-temperature dust-look fan-rpm "
            + "remount-cooler plug-or-replace-fan quiet-fan clean-cooler "
            + "power-fan-hub");
    put(
        parts,
        Part.MEMORY,
        "wait-for-training single-module-start other-module-start "
            + "module-swap-slots module-trials spare-module-start module-clips-look "
            + "slots-used-look memory-on-list memory-test-quick memory-test-full "
            + "memory-test-per-module old-memory-back reseat-memory "
            + "move-memory-slots replace-memory use-other-slot other-memory-kit "
            + "wait-and-remember-training swap-and-reseat-pair add-memory "
            + "refer-memory-fixed");
    put(
        parts,
        Part.CARD,
        "gold-edge-visible graphics-power-look built-in-output spare-graphics "
            + "old-graphics-back other-graphics-load reseat-graphics "
            + "plug-graphics-power replace-graphics");
    put(
        parts,
        Part.SCREEN,
        "display-port-used monitor-input-set other-screen other-cable "
            + "second-screen-out move-display-cable set-monitor-input "
            + "replace-display-cable lower-resolution picture-look");
    put(parts, Part.PANEL, "outer-screen-laptop torch-on-panel replace-inner-cable replace-panel");
    put(
        parts,
        Part.KEYS,
        "keyboard-lights minimal-kit outer-input own-input-in-firmware "
            + "touch-test tap-a-text-field plug-keyboard replace-input-part "
            + "calibrate-touch");
    put(
        parts,
        Part.SOCKETS,
        "stick-look usb-out stick-checksum stick-age stick-size other-stick "
            + "take-stick-out remove-usb-device rebuild-stick newest-stick "
            + "image-of-right-width network-out key-alphabet key-read-again "
            + "sound-test replace-sound-part other-network-adapter switch-network-on "
            + "network-switch-look");
    put(
        parts,
        Part.DRIVE,
        "drive-plugs-look cable-swap usb-adapter-elsewhere drive-out-start drive-sound "
            + "attributes read-test repair-tool-sees-system drive-type-look "
            + "connect-drive replace-drive-cable replace-drive-restore "
            + "copy-first-then-replace refer-data-specialist larger-drive "
            + "move-to-solid-state");
    put(
        parts,
        Part.CHARGER,
        "charger-other charging-light charger-volts charger-draw replace-charger"
            + " replace-charge-socket");
    put(
        parts,
        Part.BATTERY,
        "battery-look battery-out-start battery-wear reset-battery-charge "
            + "remove-swollen-battery replace-battery");
    put(
        parts,
        Part.FIRMWARE,
        "cpu-shown drives-shown boot-list one-time-boot boot-mode-shown controller-mode-shown"
            + " settings-look clock-right version-shown locked-message memory-size-shown"
            + " memory-speed-shown memory-slots-shown profile-setting-look memory-total"
            + " security-chip-shown secure-boot-shown stock-settings-run profile-off-run"
            + " set-boot-order set-boot-mode set-controller-mode-back update-for-drive"
            + " recover-firmware other-firmware-version settle-secure-boot lower-memory-profile"
            + " switch-profile-on back-to-stock switch-security-chip-on switch-secure-boot-on"
            + " enter-recovery-key recovery-message own-storage-test loader-message"
            + " drive-size-shown");
    put(
        parts,
        Part.SYSTEM,
        "stop-code how-it-fails how-often stop-codes-vary named-module safe-start more-starts"
            + " file-check"
            + " history-of-upgrades event-list offline-scan guards-look free-space disk-list"
            + " activation-page tools-out clean-start sign-in-look browser-look readiness-check"
            + " scheme-read update-page usable-memory what-is-wrong message-look after-sleep-only"
            + " start-time start-up-list busy-look health-check setup-message"
            + " hang-point-repeats live-stick-run setup-drive-list old-layout-look space-from-stick"
            + " rebuild-boot-data set-default-entry maker-recovery install-on-empty"
            + " set-power-states trim-start let-it-finish clear-target-drive enter-key-again"
            + " right-recovery-image repair-system-files repair-in-place roll-back-upgrade"
            + " set-system-back reinstall-clean install-for-boot make-space make-space-outside"
            + " remove-malware"
            + " initialize-drive right-license give-letter copy-then-rebuild-table set-sign-in-anew"
            + " new-profile clear-browser convert-to-new-way finish-updates");
    put(
        parts,
        Part.DRIVERS,
        "device-marks wireless-off driver-date versions-now last-driver-back "
            + "sound-choice-look network-list-look newer-network-driver "
            + "other-wireless-driver clean-graphics-driver "
            + "older-graphics-driver safe-remove-graphics-driver safe-disable-network-driver "
            + "install-graphics-driver install-network-driver install-chipset-driver "
            + "install-audio-driver install-touch-driver part-the-two "
            + "safe-remove-tool choose-sound-output load-storage-driver "
            + "update-or-remove-tool");
    put(
        parts,
        Part.OWNER,
        "last-update-asked added-last managed-look model-id-compare "
            + "drive-kind-supported processor-width processor-on-list "
            + "maker-service-with-proof owners-administrator explain-use "
            + "stay-or-replace");
    return Map.copyOf(parts);
  }

  private static void put(Map<String, Part> parts, Part part, String steps) {
    for (String step : steps.split(" ")) {
      parts.put(step, part);
    }
  }
}
