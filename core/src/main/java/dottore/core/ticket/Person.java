package dottore.core.ticket;

import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;

/**
 * Whose machine it is.
 *
 * @param phone and email: empty if nobody said
 */
public record Person(String name, String phone, String email) {

  /** Digits of the number, by which it is found again however it was written. */
  public String digits() {
    return phone.replaceAll("[^0-9]", "");
  }

  /** Whether a number or an address says that both are one person, and no other name denies it. */
  public boolean surely(Person other) {
    return reached(other) && !Collections.disjoint(words(name), words(other.name));
  }

  /** Whether only the name, or only the number of a household, says so: somebody must ask. */
  public boolean maybe(Person other) {
    return !surely(other) && (reached(other) || words(name).equals(words(other.name)));
  }

  private boolean reached(Person other) {
    return (!digits().isEmpty() && digits().equals(other.digits()))
        || (!email.isBlank() && email.strip().equalsIgnoreCase(other.email.strip()));
  }

  private static List<String> words(String text) {
    return Arrays.stream(text.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}]+"))
        .filter(word -> !word.isEmpty())
        .toList();
  }
}
