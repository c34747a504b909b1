package dottore.core.practice;

import java.util.List;

/**
 * Something that makes a running machine fail now and then.
 *
 * @param when what brings it about
 * @param perHour how often it fails in an hour of that
 * @param look what it looks like
 * @param codes families of the codes it stops with, the usual ones first; none where it shows none
 * @param named what a stop screen or a dump names
 * @param trace what the system's own list of events holds just before
 */
public record Trouble(
    When when, double perHour, Look look, List<Code> codes, Named named, Trace trace) {
  public Trouble {
    codes = List.copyOf(codes);
  }

  /** What brings it about. */
  public enum When {
    ANY_TIME,
    UNDER_LOAD,
    ON_TRANSFER,
    AFTER_SLEEP
  }

  /** What one sees. */
  public enum Look {
    STOP_SCREEN,
    GONE,
    FROZEN,
    PROGRAM,
    PICTURE,
    DEVICE
  }

  /** A family of stop codes. */
  public enum Code {
    DRIVER,
    MEMORY,
    EXCEPTION,
    DRIVE,
    BOOT_DRIVE,
    POWER_STATE,
    HARDWARE,
    GRAPHICS,
    SYSTEM
  }

  /** Whom a stop screen names. */
  public enum Named {
    NETWORK,
    GRAPHICS,
    TOOL,
    STORAGE,
    CORE
  }

  /** What the list of events holds. */
  public enum Trace {
    NOTHING,
    GRAPHICS,
    NETWORK,
    DEVICE,
    DRIVE,
    HARDWARE,
    PROGRAM
  }
}
