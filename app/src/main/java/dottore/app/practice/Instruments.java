package dottore.app.practice;

import dottore.core.practice.Flaw;
import dottore.core.practice.Heat;
import dottore.core.practice.Machine;
import dottore.core.rehearsal.Done;
import dottore.core.rehearsal.Rehearsal;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What thermometer and meter show beside the machine. */
final class Instruments {
  /** A curve of temperature over a minute or ten. */
  record Curve(String path, String end, double limitAt, String over) {}

  /** What a meter shows. */
  record Meter(String value, String where) {}

  private static final double MINUTE = 60;

  private Instruments() {}

  /** The temperature as it went, when it was just looked at. */
  static Optional<Curve> curve(Rehearsal rehearsal) {
    return lastStep(rehearsal)
        .filter(id -> id.endsWith("-temperature"))
        .map(id -> curve(rehearsal.machine(), id.startsWith("load")));
  }

  private static Optional<String> lastStep(Rehearsal rehearsal) {
    List<Done> done = rehearsal.done();
    return done.isEmpty() ? Optional.empty() : Optional.of(done.get(done.size() - 1).move().of());
  }

  private static Curve curve(Machine machine, boolean load) {
    Heat idle = Heat.idle(machine);
    Heat heat = load ? Heat.load(machine) : idle;
    double seconds = load ? 10 * MINUTE : 2 * MINUTE;
    double from = load ? idle.end() : heat.room();
    StringBuilder path = new StringBuilder();
    double last = from;
    for (int i = 0; i <= 60; i++) {
      last = Math.min(Heat.OFF, heat.after(seconds * i / 60, from));
      path.append(String.format(Locale.ROOT, "%s%.1f %.1f", i == 0 ? "M" : "L", i * 5.0, y(last)));
      if (last >= Heat.OFF) {
        break;
      }
    }
    return new Curve(
        path.toString(),
        String.format(Locale.ROOT, last >= Heat.OFF ? "off at %.0f C" : "%.0f C", last),
        y(Heat.LIMIT),
        load ? "ten minutes of load" : "two minutes in the firmware screen");
  }

  private static double y(double celsius) {
    return 100 - (celsius - 20) * 100 / 100;
  }

  /** What the meter shows, when it was just used. */
  static Optional<Meter> meter(Rehearsal rehearsal) {
    Machine m = rehearsal.machine();
    return lastStep(rehearsal)
        .flatMap(
            id ->
                switch (id) {
                  case "coin-cell-volts" ->
                      Optional.of(
                          new Meter(
                              String.format(
                                  Locale.ROOT,
                                  "%.2f V",
                                  3.05 - m.degree(Flaw.COIN_CELL_LOW) / 100.0),
                              "across the coin cell"));
                  case "charger-volts" ->
                      Optional.of(
                          new Meter(
                              m.has(Flaw.CHARGER_DEAD) ? "0.03 V" : "19.4 V",
                              "at the charger's plug"));
                  case "rails-volts" -> Optional.of(rails(rehearsal));
                  default -> Optional.empty();
                });
  }

  private static Meter rails(Rehearsal rehearsal) {
    Machine m = rehearsal.machine();
    String outcome = rehearsal.done().get(rehearsal.done().size() - 1).outcome().orElse("");
    return switch (outcome) {
      case "no-standby" -> new Meter("0.00 V", "standby at the wide plug");
      case "standby-only" -> new Meter("5.04 V", "standby; the others give nothing");
      case "sags" ->
          new Meter(
              String.format(Locale.ROOT, "%.2f V", 11.4 - m.degree(Flaw.SUPPLY_WEAK) / 50.0),
              "12 V under load");
      default -> new Meter("12.08 V", "12 V, the others in range too");
    };
  }
}
