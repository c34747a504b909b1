package dottore.core.driver;

import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.machine.Device;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** What is known of a machine's devices and their drivers. */
public final class DriverFacts {
  /**
   * A list of devices as it was read.
   *
   * @param left how many more there were, that were not kept
   */
  public record Listed(List<Device> devices, int left) {
    /** More are not kept. */
    static final int MOST = 70;

    public Listed {
      devices = List.copyOf(devices);
    }

    /** What is worth keeping: what has a mark or is of a known kind goes first. */
    public static Listed of(List<Device> read) {
      List<Device> first =
          read.stream()
              .sorted(
                  java.util.Comparator.comparingInt(
                      d ->
                          d.mark().isPresent()
                              ? 0
                              : d.kind() != dottore.core.machine.DeviceKind.OTHER ? 1 : 2))
              .limit(MOST)
              .toList();
      return new Listed(
          read.stream().filter(first::contains).limit(MOST).toList(), read.size() - first.size());
    }

    String words() {
      return "device list, " + (devices.size() + left) + " devices";
    }
  }

  /** Devices that are left as they are, by their key. */
  public record Left(List<String> keys) {
    static final int MOST = 100;

    public Left {
      keys = List.copyOf(keys);
    }
  }

  /** As the system lists them now, and as it did before drivers were changed here. */
  public static final Fact<Listed> DEVICES =
      Fact.structured(
          "devices",
          "device list",
          Listed.class,
          Listed::words,
          l -> l.devices().size() <= Listed.MOST);

  public static final Fact<Listed> BEFORE =
      Fact.structured(
          "devices-before",
          "device list before",
          Listed.class,
          Listed::words,
          l -> l.devices().size() <= Listed.MOST);

  public static final Fact<Left> LEFT =
      Fact.structured(
          "drivers-left",
          "left as they are",
          Left.class,
          left ->
              left.keys().isEmpty()
                  ? "no driver is left out"
                  : String.join(", ", left.keys()) + " left as it is",
          left -> left.keys().size() <= Left.MOST);

  /** How many lists were read. */
  public static final Fact<Integer> READ =
      Fact.whole("device-lists", "device lists read", 1000, "");

  public static final Fact<Boolean> OFFLINE =
      Fact.yesNo("drivers-offline", "the machine has no network");
  public static final Fact<Boolean> SETTINGS =
      Fact.yesNo("driver-settings", "a setting of the driver may be the fault");

  /** What its event list said. */
  public static final Fact<Crashes> CRASHES =
      Fact.structured("crashes", "event list", Crashes.class, Crashes::words, Crashes::sound);

  public static final FactForm ASKED = FactForm.of("drivers", OFFLINE, SETTINGS);

  private DriverFacts() {}

  /** Every fact of this room. */
  public static Stream<Fact<?>> all() {
    return Stream.of(DEVICES, BEFORE, READ, LEFT, OFFLINE, SETTINGS, CRASHES);
  }

  /** The fact of a name, if it is one of this room. */
  public static Optional<Fact<?>> named(String name) {
    return all().<Fact<?>>map(fact -> fact).filter(fact -> fact.name().equals(name)).findFirst();
  }
}
