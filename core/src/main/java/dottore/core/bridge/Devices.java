package dottore.core.bridge;

import dottore.core.casebook.Step;
import java.util.HashMap;
import java.util.Map;

/** Which stand-in device reads a step off a practice machine. */
public final class Devices {
  private static final Map<String, String> DEVICES = devices();
  private static final String HANDS = "do it on the practice machine";

  private Devices() {}

  /** What reads or does a step, in words. */
  public static String of(Step step) {
    return DEVICES.getOrDefault(step.id(), HANDS);
  }

  private static Map<String, String> devices() {
    Map<String, String> devices = new HashMap<>();
    put(devices, "the light and code reader", "board-light board-code beep-pattern blink-code");
    put(devices, "the temperature stream", "idle-temperature load-temperature fan-rpm");
    put(devices, "the memory test", "memory-test-quick memory-test-full memory-test-per-module");
    put(devices, "the health pages", "attributes read-test health-check own-storage-test");
    put(devices, "the device list", "device-marks driver-date versions-now network-list-look");
    put(
        devices,
        "the SMBIOS dump",
        "memory-size-shown memory-speed-shown memory-slots-shown memory-total version-shown"
            + " cpu-shown usable-memory");
    put(
        devices,
        "the sectors",
        "scheme-read disk-list old-layout-look repair-tool-sees-system usb-adapter-elsewhere");
    put(
        devices,
        "the stick writer",
        "stick-checksum stick-age stick-size rebuild-stick newest-stick");
    put(devices, "the list of events", "event-list stop-code named-module stop-codes-vary");
    put(devices, "the meter", "rails-volts coin-cell-volts charger-volts charger-draw");
    return Map.copyOf(devices);
  }

  private static void put(Map<String, String> devices, String device, String steps) {
    for (String step : steps.split(" ")) {
      devices.put(step, device);
    }
  }
}
