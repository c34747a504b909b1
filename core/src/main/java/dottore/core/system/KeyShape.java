package dottore.core.system;

import java.util.Locale;

/**
 * How a key is made.
 *
 * @param alphabet the characters there are, capitals and digits
 * @param groups how many
 * @param length characters in a group
 * @param held whether the firmware of a bought machine may hold it
 */
public record KeyShape(String alphabet, int groups, int length, boolean held) {
  /**
   * @throws IllegalArgumentException if the alphabet repeats a character, or is none
   */
  public KeyShape {
    if (!alphabet.matches("[A-Z0-9]{8,36}")
        || alphabet.chars().distinct().count() != alphabet.length()) {
      throw new IllegalArgumentException(
          "an alphabet has 8 to 36 capitals and digits, each once: " + alphabet);
    }
  }

  /** Characters without their dashes. */
  public int size() {
    return groups * length;
  }

  public boolean has(char character) {
    return alphabet.indexOf(character) >= 0;
  }

  /** Capitals without what stands between groups. */
  static String bare(String typed) {
    return typed.toUpperCase(Locale.ROOT).replaceAll("[\\s\\-–.:_]", "");
  }

  /** In its groups. */
  public String grouped(String bare) {
    StringBuilder words = new StringBuilder();
    for (int i = 0; i < bare.length(); i++) {
      if (i > 0 && i % length == 0) {
        words.append('-');
      }
      words.append(bare.charAt(i));
    }
    return words.toString();
  }
}
