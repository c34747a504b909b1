package dottore.core.bridge;

import static dottore.core.bridge.Bench.yes;
import static dottore.core.practice.Flaw.*;

import dottore.core.practice.Heat;
import dottore.core.practice.Machine;
import dottore.core.practice.Running;
import dottore.core.practice.Running.Defect;
import dottore.core.practice.Running.Refusal;
import dottore.core.practice.Sights;
import dottore.core.practice.Start.Halt;
import dottore.core.practice.Story;
import dottore.core.practice.Trouble;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The system, its drivers, its devices, and what happens while it runs. */
final class SystemSights {
  private static final double DESKTOP_SOON = 1.2;

  private SystemSights() {}

  static void into(Map<String, Bench.Look> looks) {
    drivers(looks);
    crashes(looks);
    nuisances(looks);
    upgrade(looks);
  }

  private static void drivers(Map<String, Bench.Look> looks) {
    looks.put("device-marks", SystemSights::marks);
    looks.put("network-out", b -> b.stops(b.machine().with(NETWORK_CABLE_OUT), "stops", "same"));
    looks.put(
        "wireless-off", b -> b.stops(b.machine().without(WIRELESS_DRIVER_BAD), "stops", "same"));
    looks.put("usb-out", b -> b.stops(b.machine().without(USB_DEVICE_FAULTY), "stops", "same"));
    looks.put("driver-date", SystemSights::dates);
    looks.put(
        "versions-now", b -> b.has(GRAPHICS_DRIVER_OLDER) ? "graphics-older" : "as-installed");
    looks.put(
        "last-driver-back",
        b ->
            b.story() != Story.DRIVER_UPDATED && b.story() != Story.SYSTEM_UPGRADED
                ? "same"
                : b.stops(
                    b.machine()
                        .without(NETWORK_DRIVER_BAD, WIRELESS_DRIVER_BAD, GRAPHICS_DRIVER_BAD),
                    "behaves",
                    "same"));
    looks.put(
        "sound-test",
        b ->
            b.has(SOUND_ELSEWHERE)
                ? "some"
                : b.any(SOUND_DRIVER_MISSING, SOUND_DEAD) ? "none" : "all");
    looks.put(
        "network-list-look",
        b ->
            b.any(ADAPTER_DEAD, NETWORK_DRIVER_MISSING)
                ? "no-adapter"
                : b.has(NETWORK_OFF) ? "no-link" : "connected");
    looks.put(
        "network-switch-look",
        b -> b.has(NETWORK_OFF, 1) ? "off" : b.has(NETWORK_OFF) ? "house" : "on");
    looks.put(
        "sound-choice-look",
        b ->
            b.has(SOUND_ELSEWHERE)
                ? "elsewhere"
                : b.any(SOUND_DRIVER_MISSING, SOUND_DEAD) ? "no-output" : "right");
    looks.put(
        "touch-test",
        b ->
            b.has(TOUCH_AMISS)
                ? "beside"
                : b.has(TOUCH_DRIVER_MISSING) || b.has(INPUT_BROKEN) && b.chance(0.4)
                    ? "none"
                    : "right");
    looks.put("tap-a-text-field", b -> b.has(TOUCH_AMISS) && b.chance(0.6) ? "not" : "comes");
    looks.put(
        "outer-input", b -> yes(b.any(INPUT_BROKEN, TOUCH_DRIVER_MISSING), "outer-works", "both"));
    looks.put("own-input-in-firmware", b -> b.has(INPUT_BROKEN) ? "dead" : "answers");
  }

  private static String marks(Bench b) {
    if (b.has(NETWORK_DRIVER_MISSING)) {
      return "network";
    }
    if (b.has(GRAPHICS_DRIVER_MISSING)) {
      return "graphics-none";
    }
    if (b.has(SOUND_DRIVER_MISSING)) {
      return "audio";
    }
    if (b.has(TOUCH_DRIVER_MISSING)) {
      return "touch";
    }
    if (b.has(CHIPSET_DRIVER_MISSING)) {
      return "chipset";
    }
    return b.has(CARD_DEAD, 2) && b.chance(0.5)
        ? "graphics-43"
        : b.has(USB_DEVICE_FAULTY) && b.chance(0.4) ? "other" : "clean";
  }

  private static String dates(Bench b) {
    if (b.has(NETWORK_DRIVER_BAD) && b.chance(0.6)) {
      return "network-old";
    }
    if (b.has(WIRELESS_DRIVER_BAD) && b.chance(0.6)) {
      return "wireless-old";
    }
    return b.has(GRAPHICS_DRIVER_OLDER) || b.has(GRAPHICS_DRIVER_BAD) && b.chance(0.4)
        ? "graphics-old"
        : "fit";
  }

  private static void crashes(Map<String, Bench.Look> looks) {
    looks.put("stop-code", SystemSights::stopCode);
    looks.put(
        "how-it-fails",
        b ->
            b.oneFailure()
                .map(t -> t.look().name().toLowerCase(Locale.ROOT).replace('_', '-'))
                .orElse("not-seen"));
    looks.put(
        "how-often",
        b -> {
          double often = b.troubles().stream().mapToDouble(Trouble::perHour).sum();
          return often >= 2 ? "minutes" : often >= 0.3 ? "hours" : "days";
        });
    looks.put("added-last", SystemSights::added);
    looks.put("stop-codes-vary", SystemSights::vary);
    looks.put(
        "named-module",
        b -> oneStopScreen(b).map(t -> t.named().name().toLowerCase(Locale.ROOT)).orElse("core"));
    looks.put("more-starts", SystemSights::moreStarts);
    looks.put(
        "safe-start",
        b ->
            yes(
                Sights.start(
                            b.machine()
                                .without(
                                    NETWORK_DRIVER_BAD,
                                    GRAPHICS_DRIVER_BAD,
                                    FILTERS_COLLIDE,
                                    WIRELESS_DRIVER_BAD),
                            b.random())
                        .halt()
                    == Halt.DESKTOP,
                "starts",
                "stops"));
    looks.put("event-list", SystemSights::events);
    looks.put("live-stick-run", SystemSights::liveStick);
    looks.put("tools-out", b -> b.stops(b.machine().with(TOOLS_OFF), "stops", "same"));
    looks.put("clean-start", b -> b.stops(b.machine().with(TOOLS_OFF), "stops", "same"));
    looks.put(
        "after-sleep-only",
        b ->
            b.oneFailure()
                .map(
                    t ->
                        switch (t.when()) {
                          case AFTER_SLEEP -> "after-sleep";
                          case UNDER_LOAD -> "under-load";
                          case ON_TRANSFER -> "on-transfer";
                          case ANY_TIME -> "any-time";
                        })
                .orElse("any-time"));
  }

  /** Two starts: does one of them come to the desktop? */
  private static String moreStarts(Bench b) {
    for (int i = 0; i < 2; i++) {
      if (b.start().halt() == Halt.DESKTOP) {
        return "desktop";
      }
    }
    boolean random =
        Running.wrongBits(b.machine())
            || Running.profileCrashes(b.machine())
            || b.has(OVERCLOCKED)
            || b.has(DRIVE_FAILING) && b.chance(0.4);
    return random ? "changes" : "same";
  }

  /** Under a stick's own system only what is not on the drive can fail or be amiss. */
  private static String liveStick(Bench b) {
    Machine live =
        b.machine().without(Hands.SYSTEM).without(DRIVE_FAILING, DRIVE_CABLE_BAD, DRIVE_SLOW_KIND);
    Set<Defect> stays = Running.defects(live);
    stays.retainAll(Running.defects(b.machine()));
    if (b.troubles().isEmpty() && !stays.isEmpty()) {
      return "happens";
    }
    double often = Running.troubles(live).stream().mapToDouble(Trouble::perHour).sum();
    if (often > 0) {
      return b.chance(Math.min(0.9, often / 3)) ? "happens" : "too-early";
    }
    return b.chance(0.75) ? "quiet" : "too-early";
  }

  /** What fails with a stop screen, if it does so this time. */
  private static Optional<Trouble> oneStopScreen(Bench b) {
    return b.oneFailure().filter(t -> t.look() == Trouble.Look.STOP_SCREEN);
  }

  private static String stopCode(Bench b) {
    Optional<Trouble> one = oneStopScreen(b);
    if (one.isEmpty()) {
      return "none";
    }
    List<Trouble.Code> codes = one.get().codes();
    Trouble.Code code =
        codes.size() == 1 || b.chance(0.6)
            ? codes.get(0)
            : codes.get(b.random().nextInt(codes.size()));
    return code.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  private static String vary(Bench b) {
    return oneStopScreen(b).map(t -> t.codes().size() > 2 ? "vary" : "same").orElse("no-codes");
  }

  private static String added(Bench b) {
    if (b.any(FILTERS_COLLIDE, TOOL_CRASHES) && b.chance(0.7)) {
      return "tool";
    }
    if (b.has(MALWARE) && b.chance(0.4)) {
      return "unknown";
    }
    return switch (b.story()) {
      case PART_ADDED -> "device";
      case DRIVER_UPDATED -> "driver";
      case SYSTEM_UPGRADED -> "system";
      default -> "nothing";
    };
  }

  private static String events(Bench b) {
    if (b.has(DRIVE_FAILING) && b.chance(0.8)) {
      return "drive";
    }
    return b.oneFailure().map(t -> t.trace().name().toLowerCase(Locale.ROOT)).orElse("quiet");
  }

  private static void nuisances(Map<String, Bench.Look> looks) {
    looks.put("what-is-wrong", SystemSights::wrong);
    looks.put("message-look", SystemSights::message);
    looks.put("file-check", SystemSights::fileCheck);
    looks.put("history-of-upgrades", b -> b.has(UPGRADE_HALF) && b.chance(0.85) ? "half" : "plain");
    looks.put("offline-scan", b -> b.has(MALWARE) && b.chance(0.85) ? "found" : "clean");
    looks.put("guards-look", SystemSights::guards);
    looks.put("activation-page", b -> b.has(LICENSE_AMISS) ? "not-active" : "active");
    looks.put(
        "sign-in-look",
        b -> b.has(SIGN_IN_FORGOTTEN) ? "refused" : b.has(PROFILE_DAMAGED) ? "fresh" : "in");
    looks.put("browser-look", b -> b.has(BROWSER_CLUTTERED) ? "only" : "all");
    looks.put("start-up-list", b -> b.has(CLUTTER) ? "many" : "few");
    looks.put("start-time", SystemSights::startTime);
    looks.put("health-check", SystemSights::health);
    looks.put("busy-look", SystemSights::busy);
  }

  private static String wrong(Bench b) {
    Set<Defect> defects = Running.defects(b.machine());
    if (defects.isEmpty()) {
      return "none";
    }
    Defect first = List.copyOf(defects).get(b.random().nextInt(defects.size()));
    return switch (first) {
      case SLOW -> "slow";
      case NO_NETWORK -> "no-network";
      case NO_SOUND -> "no-sound";
      case PICTURE -> "picture";
      case TOUCH -> "touch";
      case MEMORY -> "memory";
      case DRIVE -> "drive";
      case CLOCK_MESSAGE, LICENSE_MESSAGE, UPDATE_MESSAGE, GUARD_MESSAGE, MENU -> "message";
      case BATTERY -> "battery";
      case SIGN_IN -> "sign-in";
      case LOUD -> "noise";
    };
  }

  private static String message(Bench b) {
    if (b.has(CLOCK_WRONG)) {
      return "clock";
    }
    if (b.has(LICENSE_AMISS)) {
      return "license";
    }
    if (b.has(UPDATES_PENDING) || b.has(FILES_DAMAGED, 3)) {
      return "updates";
    }
    if (b.has(DRIVE_FULL)) {
      return "space";
    }
    return b.has(MALWARE, 1) ? "guard" : b.has(SECOND_SYSTEM_LEFT, 2) ? "menu" : "none";
  }

  private static String guards(Bench b) {
    if (b.has(MALWARE) && b.chance(0.5)) {
      return "off";
    }
    return b.has(MALWARE) && b.chance(0.6) ? "found" : "on";
  }

  private static String fileCheck(Bench b) {
    if (b.has(FILES_DAMAGED)) {
      return "damaged";
    }
    if (b.has(UPGRADE_HALF)) {
      return b.chance(0.6) ? "damaged" : "cannot";
    }
    if (b.has(DRIVE_FAILING) && b.chance(0.6)) {
      return "cannot";
    }
    return Running.wrongBits(b.machine()) && b.chance(0.3) ? "damaged" : "whole";
  }

  private static String startTime(Bench b) {
    Machine m = b.machine();
    if (m.any(CLUTTER, MALWARE, UPDATES_RUNNING)) {
      return "late-desktop";
    }
    boolean slow =
        Running.minutesToDesktop(m) > DESKTOP_SOON
            || Heat.load(m).slows()
            || Running.tooLittleMemory(m);
    return slow ? "slow-all" : "good";
  }

  /** The gravest of what a round through drive, heat, memory, devices and start shows. */
  private static String health(Bench b) {
    if (b.any(DRIVE_FAILING, DRIVE_DEAD)) {
      return "drive";
    }
    if (b.has(DRIVE_FULL)) {
      return "full";
    }
    if (Heat.load(b.machine()).end() >= Heat.LIMIT) {
      return "hot";
    }
    if (BoardSights.missing(b) || b.has(SYSTEM_NARROW) || Running.tooLittleMemory(b.machine())) {
      return "memory";
    }
    if (!marks(b).equals("clean")) {
      return "devices";
    }
    return startTime(b).equals("good") ? "clean" : "start";
  }

  private static String busy(Bench b) {
    if (b.has(UPDATES_RUNNING)) {
      return "updates";
    }
    if (b.has(DRIVE_FAILING) || b.has(DRIVE_SLOW_KIND) && b.chance(0.7)) {
      return "drive-waits";
    }
    if (b.has(MALWARE)) {
      return b.chance(0.7) ? "unknown" : "rest";
    }
    if (Running.tooLittleMemory(b.machine())) {
      return "memory-full";
    }
    if (Heat.load(b.machine()).end() >= Heat.LIMIT && b.chance(0.7)) {
      return "held-back";
    }
    if (b.has(BROWSER_CLUTTERED) && b.chance(0.7) || b.has(CLUTTER) && b.chance(0.4)) {
      return "program";
    }
    return b.has(DRIVE_FULL) && b.chance(0.3) ? "drive-waits" : "rest";
  }

  private static void upgrade(Map<String, Bench.Look> looks) {
    looks.put("readiness-check", SystemSights::readiness);
    looks.put("security-chip-shown", b -> b.has(SECURITY_CHIP_OFF) ? "off" : "on");
    looks.put(
        "secure-boot-shown",
        b -> b.has(LEGACY_BOOT) ? "old-way" : b.has(SECURE_BOOT_OFF) ? "off" : "on");
    looks.put("processor-on-list", b -> b.has(CPU_UNLISTED) ? "absent" : "listed");
    looks.put(
        "update-page",
        b ->
            b.any(UPDATES_PENDING, UPDATES_RUNNING)
                ? "pending"
                : b.has(FILES_DAMAGED, 3) || b.any(FILES_DAMAGED, UPGRADE_HALF) && b.chance(0.5)
                    ? "failing"
                    : "none");
  }

  private static String readiness(Bench b) {
    Set<Refusal> refusals = Running.refusals(b.machine());
    if (refusals.isEmpty()) {
      return "ready";
    }
    return switch (refusals.iterator().next()) {
      case SECURITY_CHIP -> "security-chip";
      case SECURE_BOOT -> "secure-boot";
      case PROCESSOR -> "processor";
      case MEMORY -> "memory";
      case SPACE -> "space";
      case WIDTH -> "width";
      case OTHER -> "unclear";
    };
  }
}
