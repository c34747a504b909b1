package dottore.core.bridge;

import dottore.core.practice.Flaw;
import dottore.core.practice.Heat;
import dottore.core.practice.Machine;
import dottore.core.practice.Running;
import dottore.core.practice.Sights;
import dottore.core.practice.Trouble;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/**
 * What a stand-in device hands out when it has read a practice machine, in the open formats that
 * this shop reads.
 *
 * @param name of the file
 */
public record Printout(String name, byte[] bytes) {
  private static final Set<String> HEALTH = Set.of("attributes", "read-test", "health-check");
  private static final Set<String> DEVICES =
      Set.of("device-marks", "driver-date", "versions-now", "network-list-look");
  private static final Set<String> DUMP =
      Set.of(
          "cpu-shown",
          "memory-size-shown",
          "memory-speed-shown",
          "memory-slots-shown",
          "memory-total",
          "version-shown",
          "usable-memory");
  private static final Set<String> SECTORS = Set.of("scheme-read", "disk-list", "old-layout-look");
  private static final double STREAM_STEP = 10;

  /** What the file is called that the device of a check hands out; empty where it only shows. */
  public static Optional<String> name(String check) {
    if (HEALTH.contains(check)) {
      return Optional.of("health.txt");
    }
    if (DEVICES.contains(check)) {
      return Optional.of("devices.csv");
    }
    if (DUMP.contains(check)) {
      return Optional.of("smbios.bin");
    }
    if (SECTORS.contains(check)) {
      return Optional.of("sectors.bin");
    }
    return check.equals("event-list")
        ? Optional.of("events.csv")
        : check.endsWith("-temperature") ? Optional.of("temperature.csv") : Optional.empty();
  }

  /**
   * What the device that reads a check hands out; empty where it only shows something.
   *
   * @param now the moment that the machine's clock gives
   */
  public static Optional<Printout> of(String check, Machine machine, LocalDateTime now) {
    return name(check)
        .map(
            name ->
                switch (name) {
                  case "health.txt" -> text(name, health(machine));
                  case "devices.csv" -> text(name, devices(machine, now.toLocalDate()));
                  case "events.csv" -> text(name, events(machine, now));
                  case "smbios.bin" -> new Printout(name, SmbiosDump.of(machine));
                  case "sectors.bin" -> new Printout(name, sectors(machine));
                  default -> text(name, stream(machine, check.startsWith("load")));
                });
  }

  /** Nothing comes from a drive that does not answer. */
  private static byte[] sectors(Machine machine) {
    return Sights.driveSeen(machine) ? DriveSectors.of(machine) : new byte[0];
  }

  private static Printout text(String name, String text) {
    return new Printout(name, text.getBytes(StandardCharsets.UTF_8));
  }

  /** A table of attributes where it spins, a health page where it does not. */
  private static String health(Machine m) {
    boolean failing = m.has(Flaw.DRIVE_FAILING);
    int interfaceErrors = m.has(Flaw.DRIVE_CABLE_BAD) ? 412 : 0;
    if (!m.build().spinning() && interfaceErrors == 0) {
      return String.format(
          Locale.ROOT,
          """
          Serial Number:                      PB-2280-0001
          Critical Warning:                   0x%02X
          Temperature:                        38 Celsius
          Available Spare:                    %d%%
          Available Spare Threshold:          10%%
          Percentage Used:                    %d%%
          Power On Hours:                     9,120
          Unsafe Shutdowns:                   17
          Media and Data Integrity Errors:    %d
          """,
          failing ? 4 : 0,
          failing ? 8 : 100,
          failing ? 98 : 22,
          failing ? 31 : 0);
    }
    return String.format(
        Locale.ROOT,
        """
        Serial Number:    PB-35-0001
        Rotation Rate:    %s
        ID# ATTRIBUTE_NAME          FLAG     VALUE WORST THRESH TYPE      UPDATED  WHEN_FAILED RAW_VALUE
          5 Reallocated_Sector_Ct   0x0033   100   100   010    Pre-fail  Always       -       %d
          9 Power_On_Hours          0x0032   081   081   000    Old_age   Always       -       16022
        197 Current_Pending_Sector  0x0032   100   100   000    Old_age   Always       -       %d
        198 Offline_Uncorrectable   0x0030   100   100   000    Old_age   Offline      -       %d
        199 UDMA_CRC_Error_Count    0x0032   200   200   000    Old_age   Always       -       %d
        """,
        m.build().spinning() ? "7200 rpm" : "Solid State Device",
        failing ? 64 : 0,
        failing ? 24 : 0,
        failing ? 9 : 0,
        interfaceErrors);
  }

  /** Every device with its driver, and the mark that it carries. */
  private static String devices(Machine m, LocalDate today) {
    List<String> rows = new ArrayList<>();
    rows.add("Name,Hardware ID,Status,Driver provider,Driver date,Driver version,Class");
    rows.add(
        device(
            "Bench network",
            "0fe1&dev_2100",
            m.has(Flaw.NETWORK_DRIVER_MISSING),
            0,
            m.has(Flaw.NETWORK_DRIVER_BAD),
            today,
            "Network"));
    rows.add(
        device(
            "Bench wireless",
            "0fe1&dev_2200",
            false,
            0,
            m.has(Flaw.WIRELESS_DRIVER_BAD),
            today,
            "Network"));
    rows.add(
        device(
            "Bench graphics",
            "0fe2&dev_5000",
            m.has(Flaw.GRAPHICS_DRIVER_MISSING),
            m.has(Flaw.CARD_DEAD, 2) ? 43 : 0,
            m.any(Flaw.GRAPHICS_DRIVER_OLDER, Flaw.GRAPHICS_DRIVER_BAD),
            today,
            "Display"));
    rows.add(
        device(
            "Bench sound",
            "0fe3&dev_1000",
            m.has(Flaw.SOUND_DRIVER_MISSING),
            0,
            false,
            today,
            "Sound"));
    rows.add(
        device(
            "Bench pad",
            "0fe4&dev_0700",
            m.has(Flaw.TOUCH_DRIVER_MISSING),
            0,
            false,
            today,
            "Input"));
    rows.add(
        device(
            "Bench bridge",
            "0fe5&dev_0001",
            m.has(Flaw.CHIPSET_DRIVER_MISSING),
            0,
            false,
            today,
            "System"));
    return String.join("\n", rows) + "\n";
  }

  private static String device(
      String name,
      String id,
      boolean undriven,
      int mark,
      boolean old,
      LocalDate today,
      String sort) {
    String hardware = "pci\\ven_" + id;
    if (undriven) {
      return String.join(",", name, hardware, "28", "", "", "", sort);
    }
    LocalDate date = today.minusMonths(old ? 110 : 5);
    return String.join(
        ",",
        name,
        hardware,
        String.valueOf(mark),
        "Bench Works",
        date.toString(),
        old ? "2.0.1" : "8.4.0",
        sort);
  }

  /** What stands just before it failed. */
  private static String events(Machine m, LocalDateTime now) {
    LocalDateTime at = now.truncatedTo(ChronoUnit.SECONDS);
    List<String> rows = new ArrayList<>();
    rows.add("Level;Date and time;Source;Event ID;Message");
    rows.add(row("Information", at, "clockd", 1, "The time was set"));
    int minutes = 7;
    for (Trouble trouble : Running.troubles(m)) {
      LocalDateTime failed = at.minusMinutes(minutes);
      minutes += 45;
      switch (trouble.trace()) {
        case GRAPHICS, NETWORK, DEVICE ->
            rows.add(
                row(
                    "Error",
                    failed,
                    driver(trouble),
                    27,
                    "The driver did not answer and was reset"));
        case DRIVE -> rows.add(row("Error", failed, "disk", 153, "An input or output was retried"));
        case HARDWARE ->
            rows.add(
                row(
                    "Error",
                    failed,
                    "hardware",
                    18,
                    "A hardware error was reported by the processor"));
        case PROGRAM ->
            rows.add(
                row(
                    "Error",
                    failed,
                    "program",
                    1000,
                    "A program ended unexpectedly: benchtune.exe"));
        case NOTHING ->
            rows.add(
                row("Critical", failed, "power", 41, "It restarted without shutting down first"));
      }
    }
    return String.join("\n", rows) + "\n";
  }

  private static String driver(Trouble trouble) {
    return switch (trouble.named()) {
      case NETWORK -> "benchnet";
      case GRAPHICS -> "benchgfx";
      case TOOL -> "benchguard";
      case STORAGE -> "benchdisk";
      case CORE -> "benchusb";
    };
  }

  private static String row(String level, LocalDateTime at, String source, int id, String message) {
    return String.join(
        ";",
        level,
        at.toLocalDate() + " " + at.toLocalTime().truncatedTo(ChronoUnit.SECONDS).toString(),
        source,
        String.valueOf(id),
        message);
  }

  /** Seconds and degrees Celsius, every ten seconds. */
  private static String stream(Machine m, boolean load) {
    Heat idle = Heat.idle(m);
    Heat heat = load ? Heat.load(m) : idle;
    double from = load ? idle.end() : heat.room();
    StringBuilder rows = new StringBuilder("seconds,celsius\n");
    for (double at = 0; at <= (load ? 600 : 120); at += STREAM_STEP) {
      double celsius = heat.after(at, from);
      rows.append(String.format(Locale.ROOT, "%.0f,%.1f%n", at, Math.min(Heat.OFF, celsius)));
      if (celsius >= Heat.OFF) {
        break;
      }
    }
    return rows.toString();
  }
}
