package dottore.core.driver;

import dottore.core.machine.Device;
import dottore.core.machine.DeviceKind;
import java.util.List;
import java.util.Optional;

/**
 * A driver that may be what brings the machine down.
 *
 * @param name its module, or its device where no module is known
 * @param device that it drives, if the device list shows one
 * @param because what speaks for it, strongest first
 * @param weight how much speaks for it, to sort by
 */
public record Suspect(
    String name, DeviceKind kind, Optional<Device> device, List<String> because, double weight) {
  public Suspect {
    because = List.copyOf(because);
  }
}
