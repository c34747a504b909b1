package dottore.core.casebook;

import java.util.List;

/** A casebook that cannot be used, with every fault found and its file and line. */
public final class CasebookFault extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final transient List<String> faults;

  CasebookFault(List<String> faults) {
    super(faults.size() + " fault(s) in the casebook:\n  " + String.join("\n  ", faults));
    this.faults = List.copyOf(faults);
  }

  /** Each as "file:line: what is wrong". */
  public List<String> faults() {
    return faults;
  }
}
