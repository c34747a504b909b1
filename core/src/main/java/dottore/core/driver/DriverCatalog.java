package dottore.core.driver;

import dottore.core.machine.Device;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Where packages are published: makers' pages and the system's update service. */
public interface DriverCatalog {
  /** Every package that is for a device, for any system. */
  List<DriverPackage> packages(Device device);

  /** The package of a version, whether it is for the device that has it or not. */
  Optional<DriverPackage> published(String provider, String version);

  /** Every package whose driver is a file of this name. */
  List<DriverPackage> ofModule(String module);

  /** A catalog of packages that are at hand. */
  static DriverCatalog of(List<DriverPackage> packages) {
    List<DriverPackage> all = List.copyOf(packages);
    return new DriverCatalog() {
      @Override
      public List<DriverPackage> packages(Device device) {
        return all.stream().filter(p -> p.rank(device).isPresent()).toList();
      }

      @Override
      public Optional<DriverPackage> published(String provider, String version) {
        return all.stream()
            .filter(p -> p.version().equals(version) && p.provider().equalsIgnoreCase(provider))
            .findFirst();
      }

      @Override
      public List<DriverPackage> ofModule(String module) {
        String name = module.toLowerCase(Locale.ROOT);
        return all.stream().filter(p -> p.modules().contains(name)).toList();
      }
    };
  }
}
