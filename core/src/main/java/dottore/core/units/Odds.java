package dottore.core.units;

import java.util.Locale;

/** A probability between 0 and 1 as it is shown: a percentage that never claims 0 or 100. */
public record Odds(double value) implements Comparable<Odds> {
  /**
   * @throws IllegalArgumentException outside 0 to 1 (a rounding error of 1e-9 is forgiven)
   */
  public Odds {
    if (!(value >= -1e-9 && value <= 1 + 1e-9)) {
      throw new IllegalArgumentException("odds lie between 0 and 1: " + value);
    }
    value = Math.min(1, Math.max(0, value));
  }

  public static Odds of(double value) {
    return new Odds(value);
  }

  public String percent() {
    if (value < 0.005) {
      return "< 1 %";
    }
    if (value > 0.995) {
      return "> 99 %";
    }
    return String.format(Locale.ROOT, "%.0f %%", value * 100);
  }

  @Override
  public int compareTo(Odds other) {
    return Double.compare(value, other.value);
  }
}
