package dottore.core.units;

import java.util.Locale;

/** A length of work or waiting in minutes; never negative. */
public record Minutes(double value) implements Comparable<Minutes> {
  public static final Minutes NONE = new Minutes(0);

  /**
   * @throws IllegalArgumentException if negative or not a number
   */
  public Minutes {
    if (!(value >= 0) || Double.isInfinite(value)) {
      throw new IllegalArgumentException("minutes are zero or more: " + value);
    }
  }

  public static Minutes of(double value) {
    return new Minutes(value);
  }

  public Minutes plus(Minutes other) {
    return new Minutes(value + other.value);
  }

  /** One decimal below ten minutes, whole minutes above: "4.5 min", "38 min". */
  public String text() {
    boolean whole = value >= 10 || value == Math.rint(value);
    return String.format(Locale.ROOT, whole ? "%.0f min" : "%.1f min", value);
  }

  /** A time that goes by alone: in hours from three on. */
  public String lasting() {
    return value < 180 ? text() : String.format(Locale.ROOT, "%.0f h", value / 60);
  }

  @Override
  public int compareTo(Minutes other) {
    return Double.compare(value, other.value);
  }
}
