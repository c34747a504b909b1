package dottore.core.driver;

import dottore.core.machine.Device;
import dottore.core.machine.DeviceKind;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Firmware, system, chipset and graphics that ran stable on a model in this shop.
 *
 * @param times on how many machines
 * @param last when one of them was handed back last
 */
public record KnownGood(Set set, int times, LocalDate last) {
  /** Versions that go together; empty where nobody wrote one down. */
  public record Set(String firmware, String system, String chipset, String graphics) {
    /** Of what is known of a machine. */
    public static Set of(String firmware, String system, List<Device> devices) {
      return new Set(
          firmware,
          system,
          version(devices, DeviceKind.CHIPSET),
          version(devices, DeviceKind.GRAPHICS));
    }

    private static String version(List<Device> devices, DeviceKind kind) {
      return devices.stream()
          .filter(d -> d.kind() == kind && !d.version().isEmpty())
          .map(d -> (d.provider() + " " + d.version()).strip())
          .distinct()
          .limit(2)
          .collect(Collectors.joining(", "));
    }

    /** Whether it says enough to be of use. */
    boolean telling() {
      return !chipset.isEmpty() || !graphics.isEmpty();
    }
  }

  /**
   * A machine of the model as it was handed back.
   *
   * @param machine by which it is known; one that came in twice counts once
   * @param cameBack whether it was here again within two months because it did not run
   */
  public record Ran(String machine, Set set, LocalDate closed, boolean cameBack) {}

  /** The sets with which no machine came back, the most often seen first. */
  public static List<KnownGood> of(List<Ran> all) {
    Map<Set, List<Ran>> bySet =
        all.stream()
            .filter(ran -> ran.set().telling())
            .collect(Collectors.groupingBy(Ran::set, LinkedHashMap::new, Collectors.toList()));
    return bySet.entrySet().stream()
        .filter(entry -> entry.getValue().stream().noneMatch(Ran::cameBack))
        .map(
            entry ->
                new KnownGood(
                    entry.getKey(),
                    (int) entry.getValue().stream().map(Ran::machine).distinct().count(),
                    entry.getValue().stream()
                        .map(Ran::closed)
                        .max(Comparator.naturalOrder())
                        .orElseThrow()))
        .sorted(
            Comparator.comparingInt(KnownGood::times)
                .reversed()
                .thenComparing(KnownGood::last, Comparator.reverseOrder()))
        .toList();
  }
}
