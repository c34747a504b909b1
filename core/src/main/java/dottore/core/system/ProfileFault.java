package dottore.core.system;

import java.util.List;

/** What is wrong with profiles of systems; each fault with its file and line. */
public final class ProfileFault extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final transient List<String> faults;

  ProfileFault(List<String> faults) {
    super(String.join("\n", faults));
    this.faults = List.copyOf(faults);
  }

  public List<String> faults() {
    return faults;
  }
}
