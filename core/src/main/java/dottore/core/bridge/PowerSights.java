package dottore.core.bridge;

import static dottore.core.bridge.Bench.yes;
import static dottore.core.practice.Flaw.*;

import dottore.core.practice.Machine;
import dottore.core.practice.Sights;
import dottore.core.practice.Sights.HowFar;
import dottore.core.practice.Start.Fans;
import dottore.core.practice.Start.Halt;
import dottore.core.practice.Story;
import java.util.Map;

/** What feeds it: wall, supply, charger, battery, plugs; and what is seen and heard at a start. */
final class PowerSights {
  private PowerSights() {}

  static void into(Map<String, Bench.Look> looks) {
    looks.put("how-far", b -> answer(b.howFar(), b));
    looks.put("fans-and-lights", PowerSights::fans);
    looks.put("smell-and-look", PowerSights::smell);
    looks.put("cables-outside", b -> b.has(CORD_LOOSE) ? "power-loose" : "all-firm");
    looks.put(
        "minimal-kit",
        b ->
            yes(
                b.further(b.machine().without(USB_DEVICE_FAULTY, NO_KEYBOARD, STICK_LEFT_IN)),
                "starts",
                "same"));
    looks.put(
        "added-part-out",
        b ->
            b.story() != Story.PART_ADDED && b.story() != Story.DRIVE_CHANGED
                ? "not-possible"
                : yes(
                    b.further(b.machine().without(PART_SHORTS, USB_DEVICE_FAULTY)),
                    "gone",
                    "same"));
    looks.put("picture-first", b -> yes(Bench.seen(b.start()), "picture", "none"));
    looks.put("supply-switch", b -> b.has(SWITCH_OFF) ? "off" : "on");
    looks.put("wall-lamp", b -> b.has(WALL_DEAD) ? "dark" : "lit");
    looks.put("charger-other", PowerSights::otherCharger);
    looks.put("charging-light", PowerSights::chargingLight);
    looks.put("charger-draw", PowerSights::draw);
    looks.put("battery-look", b -> b.has(BATTERY_SWOLLEN) ? "swollen" : "flat");
    looks.put(
        "pins-touch",
        b ->
            yes(lives(b, b.machine().without(FRONT_PLUG_OFF, BUTTON_BROKEN)), "starts", "nothing"));
    looks.put("front-plug-position", b -> b.has(FRONT_PLUG_OFF) ? "wrong" : "right");
    looks.put("board-plugs-look", b -> b.has(BOARD_PLUG_LOOSE) ? "gave" : "firm");
    looks.put("rails-volts", PowerSights::volts);
    looks.put(
        "spare-supply",
        b ->
            yes(
                b.further(
                    b.machine()
                        .without(
                            SUPPLY_DEAD,
                            SUPPLY_HALF_DEAD,
                            SUPPLY_LATCHED,
                            SUPPLY_WEAK,
                            SWITCH_OFF,
                            CORD_LOOSE,
                            BOARD_PLUG_LOOSE)),
                "starts",
                "same"));
    looks.put("standoff-check", b -> b.has(METAL_TOUCHES) ? "metal" : "clear");
    looks.put(
        "board-outside",
        b ->
            yes(
                b.further(
                    b.machine()
                        .without(METAL_TOUCHES, FRONT_PLUG_OFF, BUTTON_BROKEN, BOARD_PLUG_LOOSE)),
                "starts",
                "same"));
    looks.put(
        "battery-out-start",
        b ->
            yes(
                lives(b, b.machine().without(BATTERY_LOCKED, BATTERY_SWOLLEN)),
                "starts",
                "nothing"));
    looks.put("strip-to-board", PowerSights::stripped);
    looks.put(
        "supply-alone",
        b ->
            yes(
                b.machine().fed()
                    && !b.any(SUPPLY_DEAD, SUPPLY_HALF_DEAD, SUPPLY_LATCHED, SWITCH_OFF),
                "turns",
                "nothing"));
    looks.put("charger-volts", b -> b.has(CHARGER_DEAD) ? "none" : "right");
    looks.put(
        "battery-wear",
        b ->
            b.machine().degree(BATTERY_WORN) > 50 || b.has(BATTERY_SWOLLEN)
                ? "gone"
                : b.has(BATTERY_WORN) ? "worn" : "good");
    looks.put("outside-inspection", PowerSights::inspection);
  }

  private static boolean lives(Bench b, Machine other) {
    return b.start().halt() == Halt.NO_LIFE
        && Sights.start(other, b.random()).halt() != Halt.NO_LIFE;
  }

  /**
   * In the casebook's words; a recovery key is taken for a lock by some and the loader by others.
   */
  static String answer(HowFar howFar, Bench b) {
    return switch (howFar) {
      case DEAD -> "dead";
      case TWITCH -> "twitch";
      case PROCESSOR -> "cpu";
      case MEMORY -> "memory";
      case GRAPHICS -> "graphics";
      case DEVICES -> "boot";
      case DARK -> "dark";
      case LOCKED -> b.has(RECOVERY_KEY_WANTED) && b.chance(0.5) ? "loader" : "locked";
      case NO_DEVICE -> "no-device";
      case LOADER -> "loader";
      case STOP -> "stop";
      case SETUP_FAILS -> "install-fails";
      case UNSTABLE -> "unstable";
      case DEGRADED -> "degraded";
      case REFUSED -> "blocked";
      case WORKS -> "works";
    };
  }

  private static String fans(Bench b) {
    Fans fans = b.start().fans();
    return switch (fans) {
      case STILL -> "nothing";
      case STANDBY_ONLY -> b.machine().build().lights() ? "standby-only" : "nothing";
      case MOMENT -> "moment";
      case RUN -> "run";
      case CASE_FANS_STAND -> "fans-stand";
    };
  }

  private static String smell(Bench b) {
    if (b.has(WET) && b.chance(0.8)) {
      return "wet";
    }
    if (b.has(BATTERY_SWOLLEN)) {
      return "bulge";
    }
    if (b.any(SUPPLY_DEAD, PART_SHORTS) && b.chance(0.35)) {
      return "burnt";
    }
    return b.has(LOOSE_PARTS) && b.chance(0.6) ? "rattle" : "clean";
  }

  private static String inspection(Bench b) {
    return b.has(WET) ? "corrosion" : b.has(LOOSE_PARTS) ? "loose-parts" : "tidy";
  }

  private static String otherCharger(Bench b) {
    if (lives(b, b.machine().without(CHARGER_DEAD))) {
      return "charges";
    }
    return b.any(CHARGE_SOCKET_BROKEN, WET) || b.has(BOARD_DEAD) && b.chance(0.5)
        ? "nothing"
        : "light-only";
  }

  private static String chargingLight(Bench b) {
    if (b.has(CHARGE_SOCKET_BROKEN, 1)) {
      return "flickers";
    }
    boolean dark =
        b.any(CHARGER_DEAD, CHARGE_SOCKET_BROKEN, WALL_DEAD)
            || b.has(BATTERY_LOCKED) && b.chance(0.5)
            || b.has(BOARD_DEAD, 1) && b.chance(0.6)
            || b.has(WET, 1) && b.chance(0.6);
    return dark ? "none" : "steady";
  }

  /** What flows from the charger, and whether the button changes it. */
  private static String draw(Bench b) {
    if (!b.machine().fed() || b.any(CHARGER_DEAD, CHARGE_SOCKET_BROKEN)) {
      return "nothing";
    }
    if (b.has(BATTERY_LOCKED)) {
      return b.chance(0.5) ? "nothing" : "still";
    }
    if (b.has(BOARD_DEAD, 1) || b.has(WET, 1)) {
      return b.chance(b.has(WET) ? 0.45 : 0.35) ? "limit" : b.chance(0.3) ? "nothing" : "still";
    }
    return yes(b.has(BUTTON_BROKEN) || b.has(BATTERY_SWOLLEN, 2), "still", "rises");
  }

  private static String volts(Bench b) {
    Machine m = b.machine();
    if (!m.fed() || m.any(SUPPLY_DEAD, SUPPLY_LATCHED, SWITCH_OFF)) {
      return "no-standby";
    }
    if (m.has(SUPPLY_WEAK)) {
      return "sags";
    }
    boolean off = b.start().fans() == Fans.STANDBY_ONLY || b.start().fans() == Fans.STILL;
    return off || m.has(SUPPLY_HALF_DEAD) ? "standby-only" : "in-range";
  }

  private static String stripped(Bench b) {
    Machine bare =
        b.machine()
            .without(PART_SHORTS, USB_DEVICE_FAULTY)
            .memory(x -> x.alone(x.modules().get(0)));
    Halt before = b.start().halt();
    Halt after = Sights.start(bare, b.random()).halt();
    boolean stays = after != Halt.NO_LIFE && after != Halt.FALLS_OFF;
    return yes(stays && (before == Halt.NO_LIFE || before == Halt.FALLS_OFF), "starts", "same");
  }
}
