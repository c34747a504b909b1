package dottore.app.account;

import com.nulabinc.zxcvbn.Zxcvbn;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Which passwords are taken. */
final class Passwords {
  /** The shortest. */
  static final int SHORTEST = 12;

  /** Longer ones are cut off by the hash, so they are refused. */
  static final int LONGEST = 72;

  /** "Somewhat guessable" by the estimator: ten to the eighth guesses. */
  private static final int LEAST_SCORE = 2;

  /** So much must be left of it without the person's own names. */
  private static final int OF_ONES_OWN = 8;

  private static final Zxcvbn GUESSER = new Zxcvbn();

  private Passwords() {}

  /** What is wrong with one, in words; the person's own names count as known to a guesser. */
  static Optional<String> fault(String password, String login, String name) {
    if (password.length() < SHORTEST
        || password.getBytes(StandardCharsets.UTF_8).length > LONGEST) {
      return Optional.of("A password has " + SHORTEST + " to " + LONGEST + " letters.");
    }
    String small = password.toLowerCase(Locale.ROOT);
    List<String> own =
        java.util.stream.Stream.concat(
                java.util.stream.Stream.of(login, "dottore"),
                java.util.Arrays.stream(name.toLowerCase(Locale.ROOT).split("\\s+")))
            .filter(word -> word.length() > 2)
            .toList();
    String rest = small;
    for (String word : own) {
      rest = rest.replace(word, "");
    }
    boolean named = rest.length() < small.length() && rest.length() < OF_ONES_OWN;
    return named || GUESSER.measure(password, own).getScore() < LEAST_SCORE
        ? Optional.of(
            "That password is among those that are guessed first. Four words that do not belong"
                + " together are good.")
        : Optional.empty();
  }
}
