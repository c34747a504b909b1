package dottore.app.account;

import dottore.app.shop.Shop;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Wrong passwords. A name is closed for a while after a few in a row, whether somebody has it or
 * not, so that nobody learns which names there are; an address after many.
 */
@Service
class Trials {
  /** So many wrong passwords in a row close a name. */
  static final int PATIENCE = 5;

  /** So many close an address: a shop signs in from one. */
  static final int PATIENCE_WITH_ADDRESS = 40;

  static final Duration CLOSED_FOR = Duration.ofMinutes(10);
  private static final Duration KEPT = Duration.ofDays(1);
  private static final String NAME = "name ";
  private static final String CODE = "code ";
  private static final String ADDRESS = "address ";

  private final SignInTrialRepository trials;
  private final Shop shop;

  Trials(SignInTrialRepository trials, Shop shop) {
    this.trials = trials;
    this.shop = shop;
  }

  @Transactional
  void failed(String login, String address) {
    failedAt(NAME + login, address);
  }

  private void failedAt(String what, String address) {
    Instant now = shop.now();
    Instant since = now.minus(CLOSED_FOR);
    Instant until = now.plus(CLOSED_FOR);
    trials.count(what, now, since, PATIENCE, until);
    trials.count(ADDRESS + address, now, since, PATIENCE_WITH_ADDRESS, until);
    trials.forgetBefore(now.minus(KEPT));
  }

  @Transactional(readOnly = true)
  boolean closed(String login, String address) {
    return trials.closed(List.of(NAME + login, ADDRESS + address), shop.now());
  }

  /** A wrong code after a right password: whoever has the password does not get it forgiven. */
  @Transactional
  void failedCode(String login, String address) {
    failedAt(CODE + login, address);
  }

  @Transactional(readOnly = true)
  boolean closedForCodes(String login, String address) {
    return trials.closed(List.of(CODE + login, ADDRESS + address), shop.now());
  }

  @Transactional
  void forgiveCodes(String login) {
    trials.deleteById(CODE + login);
  }

  /** Names that are closed now. */
  @Transactional(readOnly = true)
  Set<String> closedNames() {
    return trials.closedNow(shop.now()).stream()
        .filter(trial -> trial.startsWith(NAME))
        .map(trial -> trial.substring(NAME.length()))
        .collect(Collectors.toSet());
  }

  /** Opens a name again. */
  @Transactional
  void forgive(String login) {
    trials.deleteById(NAME + login);
  }
}
