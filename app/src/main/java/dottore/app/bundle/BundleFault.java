package dottore.app.bundle;

import java.util.List;

/** A file that was refused, with every fault and its place. Nothing was changed. */
final class BundleFault extends Exception {
  private static final long serialVersionUID = 1L;

  private final transient List<String> faults;

  BundleFault(List<String> faults) {
    super(String.join("; ", faults));
    this.faults = List.copyOf(faults);
  }

  List<String> faults() {
    return faults;
  }
}
