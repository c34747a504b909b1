package dottore.core.machine;

import java.util.Locale;

/** In which way the firmware starts a system. */
public enum BootMode {
  /** From the first sector of the disk (BIOS). */
  OLD,
  /** From a start partition (UEFI). */
  NEW;

  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }
}
