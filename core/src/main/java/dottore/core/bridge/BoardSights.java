package dottore.core.bridge;

import static dottore.core.bridge.Bench.yes;
import static dottore.core.practice.Flaw.*;

import dottore.core.machine.MachineKind;
import dottore.core.practice.Heat;
import dottore.core.practice.Machine;
import dottore.core.practice.Memory;
import dottore.core.practice.Memory.Bad;
import dottore.core.practice.Running;
import dottore.core.practice.Sights;
import dottore.core.practice.Start;
import dottore.core.practice.Start.Beep;
import dottore.core.practice.Start.Halt;
import dottore.core.practice.Story;
import java.util.List;
import java.util.Map;

/** Board, processor, cooling, memory and the firmware's settings. */
final class BoardSights {
  private static final double SPEAKER = 0.6;
  private static final double ONE_PASS = 0.6;
  private static final double FIVE_PASSES = 0.95;

  private BoardSights() {}

  static void into(Map<String, Bench.Look> looks) {
    looks.put("board-light", BoardSights::light);
    looks.put("board-code", BoardSights::code);
    looks.put("beep-pattern", BoardSights::beep);
    looks.put("blink-code", BoardSights::blink);
    looks.put("keyboard-lights", BoardSights::capsLock);
    looks.put("socket-look", b -> b.has(CPU_UNSEATED) ? "bent" : "fine");
    looks.put(
        "cooler-look",
        b ->
            b.machine().degree(COOLER_LOOSE) > 0
                ? "loose"
                : b.has(FAN_STILL) ? "still" : "sits-and-turns");
    looks.put("warmth-felt", BoardSights::warmth);
    looks.put("idle-temperature", BoardSights::idle);
    looks.put("load-temperature", BoardSights::load);
    looks.put("dust-look", b -> b.machine().degree(DUST) >= 50 ? "clogged" : "clear");
    looks.put(
        "fan-rpm",
        b ->
            b.any(FAN_STILL, FAN_HUB_UNPOWERED)
                ? "zero"
                : b.has(FAN_NOISY) && b.chance(0.3) ? "slow" : "turning");
    looks.put(
        "spare-cpu",
        b ->
            yes(
                b.further(b.machine().without(CPU_DEAD, CPU_TOO_NEW, CPU_UNSEATED, COOLER_LOOSE)),
                "starts",
                "same"));
    looks.put("cpu-shown", b -> b.has(CPU_TOO_NEW) ? "unknown" : "right");
    looks.put("clear-settings", BoardSights::cleared);
    looks.put("settings-look", BoardSights::settings);
    looks.put(
        "coin-cell-volts",
        b -> {
          int missing = b.machine().degree(COIN_CELL_LOW);
          return missing >= 30 ? "flat" : missing >= 15 ? "weak" : "good";
        });
    looks.put("clock-right", b -> b.has(CLOCK_WRONG) ? "wrong" : "right");
    looks.put("version-shown", BoardSights::version);
    looks.put("last-update-asked", b -> b.has(UPDATE_BROKEN_OFF) ? "broken-off" : "no");
    looks.put(
        "locked-message",
        b ->
            b.has(PASSWORD_SET)
                ? "password"
                : b.has(RECOVERY_KEY_WANTED) ? "recovery-key" : "neither");
    looks.put("wait-for-training", BoardSights::waited);
    looks.put("single-module-start", b -> oneModule(b, 0));
    looks.put(
        "other-module-start",
        b -> b.machine().memory().modules().size() < 2 ? "same" : oneModule(b, 1));
    looks.put("module-swap-slots", BoardSights::otherSlot);
    looks.put("module-trials", BoardSights::trials);
    looks.put("spare-module-start", BoardSights::spareModule);
    looks.put(
        "old-memory-back",
        b ->
            b.story() != Story.MEMORY_CHANGED || b.chance(0.2)
                ? "not-possible"
                : yes(
                    b.further(b.machine().memory(x -> withSpare(x).asTheManualSays().training(0))),
                    "gone",
                    "same"));
    looks.put(
        "module-clips-look",
        b ->
            yes(
                b.machine().memory().slots().stream().anyMatch(s -> s.seat() == Memory.Seat.ASKEW),
                "open",
                "closed"));
    looks.put("slots-used-look", b -> b.machine().memory().rightSlots() ? "right" : "wrong");
    looks.put("memory-on-list", BoardSights::onList);
    looks.put("memory-size-shown", b -> missing(b) ? "part" : "all");
    looks.put(
        "memory-speed-shown",
        b ->
            b.machine().memory().hasProfile() && !b.machine().memory().profileOn()
                    || b.has(FIRMWARE_BUG, 3)
                ? "below"
                : "rated");
    looks.put(
        "memory-slots-shown",
        b -> missing(b) ? "missing" : b.machine().memory().rightSlots() ? "all" : "wrong-slots");
    looks.put("memory-test-quick", b -> test(b, ONE_PASS));
    looks.put("memory-test-full", b -> test(b, FIVE_PASSES));
    looks.put(
        "memory-test-per-module",
        b -> Running.wrongBits(b.machine()) && b.chance(FIVE_PASSES) ? "module" : "none");
    looks.put(
        "stock-settings-run",
        b ->
            b.stops(
                b.machine().without(OVERCLOCKED, SETTING_ODD).memory(x -> x.profile(false)),
                "steady",
                "same"));
    looks.put(
        "profile-off-run",
        b -> b.stops(b.machine().memory(x -> x.profile(false)), "steady", "same"));
    looks.put(
        "profile-setting-look",
        b -> b.machine().memory().hasProfile() && !b.machine().memory().profileOn() ? "off" : "on");
    looks.put(
        "memory-total",
        b -> {
          int gib = b.machine().memory().fitted();
          return gib >= 8 ? "enough" : gib >= 4 ? "tight" : "little";
        });
    looks.put("usable-memory", b -> b.has(SYSTEM_NARROW) ? "narrow" : missing(b) ? "part" : "all");
  }

  private static Memory.Module spare() {
    return Memory.Module.good("spare", 8);
  }

  static boolean missing(Bench b) {
    return b.machine().memory().found() < b.machine().memory().fitted() || b.has(CPU_UNSEATED, 2);
  }

  private static String light(Bench b) {
    Start start = b.start();
    if (!start.lit()) {
      return "no-lights";
    }
    return switch (start.halt()) {
      case PROCESSOR -> "cpu";
      case MEMORY -> "memory";
      case GRAPHICS -> "graphics";
      case DEVICES, NO_DRIVE -> "boot";
      case FALLS_OFF -> b.chance(0.5) ? "cpu" : "none";
      default -> "none";
    };
  }

  private static String code(Bench b) {
    Start start = b.start();
    if (start.code().isEmpty()) {
      return "no-display";
    }
    int code = start.code().getAsInt();
    if (code >= 0xE0) {
      return "recovery";
    }
    return switch (code & 0xF0) {
      case 0x10 -> "cpu-early";
      case 0x50 -> "memory";
      case 0xD0 -> "graphics";
      case 0xA0 -> code == 0xA2 ? "boot" : "handed-over";
      default -> code == 0x92 ? "boot" : "other";
    };
  }

  private static String beep(Bench b) {
    if (!b.machine().tower() || !b.chance(SPEAKER)) {
      return "silent";
    }
    Beep beep = b.start().beep();
    return switch (beep) {
      case MEMORY -> "memory-beeps";
      case GRAPHICS -> "graphics-beeps";
      case ONE_SHORT -> "one-short";
      case BOARD, NONE -> "silent";
    };
  }

  private static String blink(Bench b) {
    Start start = b.start();
    if (!b.chance(0.75)) {
      return "no-pattern";
    }
    if (start.halt() == Halt.MEMORY) {
      return "memory-blinks";
    }
    if (start.halt() == Halt.GRAPHICS || b.has(PANEL_DEAD, 1)) {
      return "picture-blinks";
    }
    return start.halt() == Halt.PROCESSOR || b.any(FIRMWARE_CORRUPT) && start.halt() == Halt.DARK
        ? "board-blinks"
        : "no-pattern";
  }

  private static String capsLock(Bench b) {
    if (b.has(NO_KEYBOARD)) {
      return "wakes";
    }
    if (b.machine().kind() == MachineKind.HANDHELD) {
      return "no-light";
    }
    return b.start().caps() ? "answers" : "frozen";
  }

  /** A processor that runs code warms, one without a working cooler at once. */
  private static String warmth(Bench b) {
    if (b.machine().degree(COOLER_LOOSE) >= 90 || b.has(FAN_STILL)) {
      return "hot";
    }
    double warms =
        switch (b.start().halt()) {
          case NO_LIFE, FALLS_OFF -> 0.02;
          case PROCESSOR -> 0.15;
          case MEMORY -> 0.65;
          default -> 0.9;
        };
    return yes(b.chance(warms), "warm", "cold");
  }

  private static String idle(Bench b) {
    double end = Heat.idle(b.machine()).end();
    return end <= 45 ? "good" : end <= 60 ? "warm" : end <= 90 ? "hot" : "rising";
  }

  private static String load(Bench b) {
    Heat heat = Heat.load(b.machine());
    return heat.switchesOff() ? "off" : heat.slows() ? "at-limit" : "below";
  }

  private static String cleared(Bench b) {
    Machine after = b.machine().without(SETTING_ODD, OVERCLOCKED).memory(x -> x.profile(false));
    if (!b.further(after)) {
      return "same";
    }
    return Sights.start(after, b.random()).halt() == Halt.DESKTOP ? "starts" : "further";
  }

  private static String settings(Bench b) {
    if (b.has(SETTING_ODD) || b.machine().degree(COIN_CELL_LOW) >= 60) {
      return "several";
    }
    return b.any(MODE_CLASHES, LEGACY_BOOT)
        ? "boot-mode"
        : b.has(CONTROLLER_MODE_CHANGED) ? "drive-mode" : b.has(ORDER_WRONG) ? "order" : "fits";
  }

  private static String version(Bench b) {
    if (b.has(FIRMWARE_CORRUPT)) {
      return "unknown";
    }
    if (b.has(FIRMWARE_BUG)) {
      return b.chance(0.6) ? "noted" : "fits";
    }
    return b.has(CPU_TOO_NEW) || b.has(DRIVE_UNSUPPORTED, 1) || disliked(b) ? "old" : "fits";
  }

  private static boolean disliked(Bench b) {
    return b.machine().memory().modules().stream().anyMatch(m -> !m.liked());
  }

  private static String waited(Bench b) {
    Halt before = Sights.start(b.machine(), b.random()).halt();
    Halt after = Sights.start(b.machine(), b.random(), 10).halt();
    return b.machine().memory().training() > Sights.PATIENCE && after.past(before)
        ? "goes-on"
        : "same";
  }

  private static String oneModule(Bench b, int which) {
    List<Memory.Module> modules = b.machine().memory().modules();
    Machine alone = b.machine().memory(x -> x.alone(modules.get(which)).training(x.training()));
    return yes(b.further(alone), "starts", "same");
  }

  private static String spareModule(Bench b) {
    if (b.further(b.machine().memory(x -> withSpare(x).alone(spare()).training(0)))) {
      return "starts";
    }
    int slots = b.machine().memory().slots().size();
    return yes(
        slots > 1
            && b.further(
                b.machine().memory(x -> withSpare(x).alone(spare(), slots - 1).training(0))),
        "other-slot",
        "same");
  }

  /** Good modules at a plain speed instead of its own. */
  private static Memory withSpare(Memory memory) {
    return memory.replacedBy(m -> spare()).profile(false);
  }

  private static String otherSlot(Bench b) {
    Memory memory = b.machine().memory();
    if (memory.taken().isEmpty()) {
      return "same";
    }
    int now = memory.taken().get(0);
    int other = memory.slots().size() == 4 ? 3 : (now + 1) % memory.slots().size();
    Memory.Module module = memory.slots().get(now).module().orElseThrow();
    return yes(
        b.further(b.machine().memory(x -> x.alone(module, other).training(x.training()))),
        "starts",
        "same");
  }

  private static String trials(Bench b) {
    Memory memory = b.machine().memory();
    List<Memory.Module> modules = memory.modules();
    int slots = memory.slots().size();
    boolean none = true;
    boolean failing = false;
    for (Memory.Module module : modules) {
      boolean anywhere = false;
      for (int slot = 0; slot < slots; slot++) {
        boolean runs = runs(b, module, slot);
        anywhere |= runs;
      }
      none &= !anywhere;
      failing |= !anywhere || module.bad() == Bad.BITS && b.chance(ONE_PASS);
    }
    if (none) {
      return modules.size() == 1
          ? (modules.get(0).bad() == Bad.NO ? "behind" : "module")
          : "behind";
    }
    for (int slot = 0; slot < slots; slot++) {
      int at = slot;
      if (modules.stream().noneMatch(m -> runs(b, m, at))) {
        return "slot";
      }
    }
    return failing ? "module" : "none";
  }

  private static boolean runs(Bench b, Memory.Module module, int slot) {
    Machine alone = b.machine().memory(x -> x.alone(module, slot).training(0));
    for (int i = 0; i < 3; i++) {
      if (!Sights.start(alone, b.random()).halt().past(Halt.MEMORY)) {
        return false;
      }
    }
    return true;
  }

  private static String onList(Bench b) {
    if (disliked(b)) {
      return "not-listed";
    }
    boolean slower =
        b.machine().memory().modules().stream()
            .anyMatch(m -> m.advertised() != Memory.Advertised.STEADY);
    return slower ? "slower" : "listed";
  }

  private static String test(Bench b, double finds) {
    boolean bad = Running.wrongBits(b.machine()) || Running.profileCrashes(b.machine());
    return bad && b.chance(finds) || b.has(OVERCLOCKED) && b.chance(finds / 6) ? "errors" : "clean";
  }
}
