package dottore.core.casebook;

import java.util.Locale;

/** How deep a step goes into the machine. */
public enum Depth {
  LOOK("look"),
  OUTSIDE("outside"),
  COVER_OFF("cover off"),
  PARTS_OUT("parts out"),
  WRITES_FIRMWARE("writes firmware"),
  WRITES_DRIVE("writes to the drive");

  private final String words;

  Depth(String words) {
    this.words = words;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String words() {
    return words;
  }

  /** Whether hands go inside, so that mains must be off and the technician grounded. */
  public boolean opensTheCase() {
    return this == COVER_OFF || this == PARTS_OUT;
  }

  /**
   * @throws IllegalArgumentException if no depth has this id
   */
  public static Depth of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
