package dottore.app.ticket;

import java.util.Locale;
import java.util.Optional;
import org.apache.commons.validator.routines.checkdigit.CheckDigitException;
import org.apache.commons.validator.routines.checkdigit.VerhoeffCheckDigit;

/**
 * The number on the tag: a letter, four digits and a check digit, written "K4-318-7". The check
 * digit (Verhoeff 1969) catches every single wrong digit and every swap of two neighbors; the
 * letters leave out those that are misread.
 */
public record ClaimNumber(String text) {
  private static final String LETTERS = "BCDFGHJKLMNPRTVWXY";
  private static final int PER_LETTER = 10_000;

  /**
   * The claim number of the n-th ticket.
   *
   * @throws IllegalArgumentException if all numbers are used up
   */
  static ClaimNumber of(long n) {
    if (n < 0 || n >= (long) LETTERS.length() * PER_LETTER) {
      throw new IllegalArgumentException("there are no claim numbers left: " + n);
    }
    char letter = LETTERS.charAt((int) (n / PER_LETTER));
    String digits = String.format(Locale.ROOT, "%04d", n % PER_LETTER);
    return new ClaimNumber(
        letter + digits.substring(0, 1) + "-" + digits.substring(1) + "-" + check(letter, digits));
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
    if (!plain.matches("[A-Z][0-9]{5}") || LETTERS.indexOf(plain.charAt(0)) < 0) {
      return Optional.empty();
    }
    String digits = plain.substring(1, 5);
    if (!check(plain.charAt(0), digits).equals(plain.substring(5))) {
      return Optional.empty();
    }
    return Optional.of(
        new ClaimNumber(
            plain.substring(0, 2) + "-" + plain.substring(2, 5) + "-" + plain.substring(5)));
  }
}
