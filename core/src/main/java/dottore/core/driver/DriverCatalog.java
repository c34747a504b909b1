package dottore.core.driver;

import dottore.core.machine.Device;
import java.util.List;
import java.util.Optional;

/** Where packages are published: makers' pages and the system's update service. */
public interface DriverCatalog {
  /** Every package that is for a device, for any system. */
  List<DriverPackage> packages(Device device);

  /** The package of a version, whether it is for the device that has it or not. */
  Optional<DriverPackage> published(String provider, String version);

  /** Every package whose driver is a file of this name. */
  List<DriverPackage> ofModule(String module);
}
