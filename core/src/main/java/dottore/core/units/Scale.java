package dottore.core.units;

import java.math.BigDecimal;

/**
 * How far a number from outside may reach. A few characters can name a number whose digits fill the
 * memory: its size is looked at before any arithmetic.
 */
public final class Scale {
  /** Digits before and behind the point; bytes of the largest drives and all money fit. */
  private static final int MOST_DIGITS = 30;

  private Scale() {}

  /** Whether its digits, written out without an exponent, are few enough to compute with. */
  public static boolean bounded(BigDecimal number) {
    return number.precision() <= MOST_DIGITS
        && number.scale() <= MOST_DIGITS
        && (long) number.precision() - number.scale() <= MOST_DIGITS;
  }
}
