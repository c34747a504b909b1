package dottore.core.firmware;

import java.util.Optional;
import java.util.OptionalDouble;

/**
 * The verdict on a settings battery (CR2032 in most boards). New it gives 3.0 to 3.3 V; below 2.9 V
 * it is weak, below 2.7 V flat. A settings message or a clock that resets says the same without a
 * meter.
 */
public record CoinCell(Verdict verdict, String because) {
  public static final double WEAK = 2.9;
  public static final double FLAT = 2.7;

  /** Above this it is no 3 V cell, or the meter is set wrong. */
  public static final double MOST = 3.6;

  /** What to do with it. */
  public enum Verdict {
    GOOD("good"),
    WEAK("weak: replace it while the cover is off"),
    REPLACE("flat: replace it"),
    UNKNOWN("not known");

    private final String words;

    Verdict(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether it is replaced when the machine is open anyway. */
    public boolean replace() {
      return this == WEAK || this == REPLACE;
    }
  }

  /**
   * @param volts as measured in its holder, mains off
   * @param message whether a settings or battery message comes at the start
   * @param clockResets whether the clock is years back after the mains were off
   * @throws IllegalArgumentException if the volts are not between 0 and 3.6
   */
  public static CoinCell of(OptionalDouble volts, boolean message, boolean clockResets) {
    if (volts.isPresent()) {
      double v = volts.getAsDouble();
      if (!(v >= 0 && v <= MOST)) {
        throw new IllegalArgumentException(
            "a coin cell gives 0 to 3.6 V; look at the meter's range again");
      }
      Verdict verdict = v < FLAT ? Verdict.REPLACE : v < WEAK ? Verdict.WEAK : Verdict.GOOD;
      if (verdict == Verdict.REPLACE || !(message || clockResets)) {
        return new CoinCell(verdict, String.format(java.util.Locale.ROOT, "%.2f V", v));
      }
    }
    Optional<String> sign =
        message
            ? Optional.of("a settings message at the start")
            : clockResets ? Optional.of("the clock resets") : Optional.empty();
    return sign.map(words -> new CoinCell(Verdict.REPLACE, words))
        .orElse(new CoinCell(Verdict.UNKNOWN, "neither measured nor a message"));
  }
}
