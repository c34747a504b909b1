package dottore.core.proof;

import static dottore.core.casebook.Touched.BOOT_DATA;
import static dottore.core.casebook.Touched.CABLES;
import static dottore.core.casebook.Touched.COOLER;
import static dottore.core.casebook.Touched.CPU_SEATING;
import static dottore.core.casebook.Touched.DRIVE;
import static dottore.core.casebook.Touched.FIRMWARE;
import static dottore.core.casebook.Touched.GRAPHICS_SEATING;
import static dottore.core.casebook.Touched.MEMORY_SEATING;
import static dottore.core.casebook.Touched.POWER;
import static dottore.core.casebook.Touched.SCREEN;
import static dottore.core.casebook.Touched.SETTINGS;
import static dottore.core.casebook.Touched.SYSTEM;

import dottore.core.casebook.Touched;
import dottore.core.machine.MachineKind;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * Something that is measured or looked at. Limits are guide from practice: an old machine with
 * solid state starts in under 40 s, a processor under load stays under 90 °C.
 */
public enum Measure {
  RESTART(
      "Start-up after a restart",
      "From the restart to the desk, by the clock. Restart and cold start differ: both are taken.",
      "s",
      OptionalDouble.of(60),
      Set.of(DRIVE, SYSTEM, BOOT_DATA, FIRMWARE, SETTINGS)),
  COLD_START(
      "Start-up from cold",
      "Off for a minute, then from the button to the desk.",
      "s",
      OptionalDouble.of(60),
      Set.of(DRIVE, SYSTEM, BOOT_DATA, FIRMWARE, SETTINGS, POWER)),
  WARMEST(
      "Warmest under load",
      "Ten minutes of full load, the warmest reading of the processor.",
      "°C",
      OptionalDouble.of(90),
      Set.of(COOLER, CPU_SEATING)),
  MEMORY_ERRORS(
      "Memory test, errors",
      "One whole pass of a memory test from the stick.",
      "errors",
      OptionalDouble.of(0),
      Set.of(MEMORY_SEATING, SETTINGS, CPU_SEATING)),
  DEVICE_MARKS(
      "Devices with a mark",
      "The system's device list, hidden ones as well.",
      "marks",
      OptionalDouble.of(0),
      Set.of(SYSTEM, FIRMWARE, GRAPHICS_SEATING)),
  UPDATES_LEFT(
      "Updates left",
      "Looked for twice, with a restart between.",
      "left",
      OptionalDouble.of(0),
      Set.of(SYSTEM)),
  ACTIVATION("Activation", "The system's page says that it is done.", Set.of(SYSTEM, FIRMWARE)),
  PICTURE(
      "Picture and its ports",
      "Each port of the graphics that was used.",
      Set.of(GRAPHICS_SEATING, SCREEN, CABLES)),
  SOUND("Sound", "Out and in, the customer's own headset if it is here.", Set.of(SYSTEM)),
  NETWORK("Network", "By cable and without, a large file over each.", Set.of(SYSTEM, CABLES)),
  CAMERA("Camera", "A picture, and its light goes off.", Set.of(SYSTEM, SCREEN)),
  TOUCH("Touch", "Every corner of the screen, and two fingers.", Set.of(SCREEN, SYSTEM)),
  SLEEP(
      "Sleep and waking",
      "Closed or left alone, then woken three times.",
      Set.of(SYSTEM, FIRMWARE, SETTINGS, POWER)),
  PORTS("Ports", "A stick in each, the charger in each that takes it.", Set.of(CABLES, POWER));

  private final String words;
  private final String how;
  private final Optional<String> unit;
  private final OptionalDouble most;
  private final Set<Touched> after;

  Measure(String words, String how, String unit, OptionalDouble most, Set<Touched> after) {
    this.words = words;
    this.how = how;
    this.unit = Optional.of(unit);
    this.most = most;
    this.after = after;
  }

  Measure(String words, String how, Set<Touched> after) {
    this.words = words;
    this.how = how;
    this.unit = Optional.empty();
    this.most = OptionalDouble.empty();
    this.after = after;
  }

  public String words() {
    return words;
  }

  public String how() {
    return how;
  }

  /** What its number counts; empty where it is looked at and not measured. */
  public Optional<String> unit() {
    return unit;
  }

  /** The most that is good. */
  public OptionalDouble most() {
    return most;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** Whether work on these parts can have changed it. */
  boolean concerns(Set<Touched> touched) {
    return after.stream().anyMatch(touched::contains);
  }

  /** Whether such a machine has it. */
  boolean on(MachineKind kind) {
    return switch (this) {
      case CAMERA ->
          EnumSet.of(MachineKind.LAPTOP, MachineKind.ALL_IN_ONE, MachineKind.CLOUD_LAPTOP)
              .contains(kind);
      case TOUCH -> EnumSet.of(MachineKind.ALL_IN_ONE, MachineKind.HANDHELD).contains(kind);
      case MEMORY_ERRORS, DEVICE_MARKS -> kind != MachineKind.CLOUD_LAPTOP;
      default -> true;
    };
  }
}
