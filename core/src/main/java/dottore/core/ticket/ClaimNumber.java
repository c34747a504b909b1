package dottore.core.ticket;

import java.util.Locale;
import java.util.Optional;
import org.apache.commons.validator.routines.checkdigit.CheckDigitException;
import org.apache.commons.validator.routines.checkdigit.VerhoeffCheckDigit;

/**
 * The number on the tag: a letter, digits and a check digit, written "K4-318-7", and with two
 * digits more once the short ones are used up, "K4-31805-7". The check digit (Verhoeff 1969)
 * catches every single wrong digit and every swap of two neighbors; the letters leave out those
 * that are misread.
 */
public record ClaimNumber(String text) {
  private static final String LETTERS = "BCDFGHJKLMNPRTVWXY";
  private static final int SHORT = 4;
  private static final int LONG = 6;
  private static final long SHORT_ONES = LETTERS.length() * 10_000L;
  private static final long LONG_ONES = LETTERS.length() * 1_000_000L;

  /**
   * The claim number of the n-th ticket, counted from 0.
   *
   * @throws IllegalArgumentException if all 18 million numbers are used up
   */
  public static ClaimNumber of(long n) {
    if (n < 0 || n >= SHORT_ONES + LONG_ONES) {
      throw new IllegalArgumentException("there are no claim numbers left: " + n);
    }
    return n < SHORT_ONES ? made(n, SHORT) : made(n - SHORT_ONES, LONG);
  }

  private static ClaimNumber made(long n, int length) {
    long perLetter = Math.round(Math.pow(10, length));
    char letter = LETTERS.charAt((int) (n / perLetter));
    String digits = String.format(Locale.ROOT, "%0" + length + "d", n % perLetter);
    return written(letter, digits, check(letter, digits));
  }

  private static ClaimNumber written(char letter, String digits, String check) {
    return new ClaimNumber(
        letter + digits.substring(0, 1) + "-" + digits.substring(1) + "-" + check);
  }

  private static String check(char letter, String digits) {
    try {
      return VerhoeffCheckDigit.VERHOEFF_CHECK_DIGIT.calculate(
          (10 + LETTERS.indexOf(letter)) + digits);
    } catch (CheckDigitException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /** Reads a claim number as people type it; empty if it is none or its check digit is wrong. */
  public static Optional<ClaimNumber> read(String typed) {
    String plain = typed.toUpperCase(Locale.ROOT).replaceAll("[\\s-]", "");
    if (!plain.matches("[A-Z]([0-9]{5}|[0-9]{7})") || LETTERS.indexOf(plain.charAt(0)) < 0) {
      return Optional.empty();
    }
    int end = plain.length() - 1;
    String digits = plain.substring(1, end);
    return check(plain.charAt(0), digits).equals(plain.substring(end))
        ? Optional.of(written(plain.charAt(0), digits, plain.substring(end)))
        : Optional.empty();
  }
}
