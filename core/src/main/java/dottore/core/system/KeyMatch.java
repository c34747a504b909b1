package dottore.core.system;

import dottore.core.facts.Facts;
import dottore.core.upgrade.UpgradeFacts;
import java.util.ArrayList;
import java.util.List;

/**
 * Whether a key is for what is put on: an edition cannot be changed after it was chosen, and a key
 * of one language or width may refuse another.
 *
 * @param fits what agrees, in words
 * @param differs what does not
 * @param open what nobody said
 */
public record KeyMatch(List<String> fits, List<String> differs, List<String> open) {
  public KeyMatch {
    fits = List.copyOf(fits);
    differs = List.copyOf(differs);
    open = List.copyOf(open);
  }

  /** Holds the key against what is chosen. */
  public static KeyMatch of(Facts facts) {
    List<String> fits = new ArrayList<>();
    List<String> differs = new ArrayList<>();
    List<String> open = new ArrayList<>();
    compare(
        "edition",
        facts.get(SystemFacts.KEY_EDITION),
        facts.get(SystemFacts.EDITION),
        fits,
        differs,
        open);
    compare(
        "language",
        facts.get(SystemFacts.KEY_LANGUAGE),
        facts.get(SystemFacts.LANGUAGE),
        fits,
        differs,
        open);
    compare(
        "width",
        facts.find(SystemFacts.KEY_BITS).map(KeyMatch::words).orElse(""),
        facts.find(UpgradeFacts.BITS).map(KeyMatch::words).orElse(""),
        fits,
        differs,
        open);
    return new KeyMatch(fits, differs, open);
  }

  private static String words(UpgradeFacts.Bits bits) {
    return bits == UpgradeFacts.Bits.SIXTY_FOUR ? "64 bits" : "32 bits";
  }

  private static void compare(
      String what,
      String key,
      String chosen,
      List<String> fits,
      List<String> differs,
      List<String> open) {
    if (key.isEmpty() || chosen.isEmpty()) {
      open.add(what);
    } else if (key.equalsIgnoreCase(chosen)) {
      fits.add(what + " " + key);
    } else {
      differs.add("the key is for " + key + ", " + chosen + " is put on");
    }
  }
}
