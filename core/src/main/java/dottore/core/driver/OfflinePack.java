package dottore.core.driver;

import java.util.List;

/**
 * Packages that are taken along on a stick, since the machine cannot fetch them.
 *
 * @param packages in the order in which they go on
 */
public record OfflinePack(List<DriverPackage> packages) {
  public OfflinePack {
    packages = List.copyOf(packages);
  }

  public int megabytes() {
    return packages.stream().mapToInt(DriverPackage::megabytes).sum();
  }

  public String words() {
    return packages.size()
        + (packages.size() == 1 ? " package, " : " packages, ")
        + megabytes()
        + " MB";
  }
}
