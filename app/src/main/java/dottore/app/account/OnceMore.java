package dottore.app.account;

import java.util.Optional;
import org.springframework.stereotype.Component;

/** The password of somebody who is signed in, asked once more before something grave. */
@Component
class OnceMore {
  private final Accounts accounts;
  private final Trials trials;

  OnceMore(Accounts accounts, Trials trials) {
    this.accounts = accounts;
    this.trials = trials;
  }

  /** Why it is refused; empty if it is the password, which forgives the wrong ones before. */
  Optional<String> refusal(String login, String password, String address) {
    if (trials.closed(login, address)) {
      return Optional.of(
          "Too many wrong passwords. It opens again within "
              + Trials.CLOSED_FOR.toMinutes()
              + " minutes.");
    }
    if (!accounts.fits(login, password)) {
      trials.failed(login, address);
      return Optional.of("That is not the password.");
    }
    trials.forgive(login);
    return Optional.empty();
  }
}
