package dottore.core.runsheet;

import java.util.Locale;

/**
 * What must be read off the machine, and be right, before a step counts as done.
 *
 * @param question in the words of whoever reads it
 * @param answer what it must be; case and blanks do not matter
 */
public record Asked(String question, String answer) {

  /** Whether this is what was read. */
  public boolean fits(String read) {
    return plain(read).equals(plain(answer));
  }

  private static String plain(String text) {
    return text.replaceAll("\\s", "").toUpperCase(Locale.ROOT);
  }
}
