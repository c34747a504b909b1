package dottore.app.account;

import org.springframework.security.authentication.AuthenticationProvider;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.DisabledException;
import org.springframework.security.authentication.LockedException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.core.Authentication;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.authentication.WebAuthenticationDetails;
import org.springframework.stereotype.Component;

/**
 * Lets people in; the only provider there is. A name that does not exist, one that is disabled and
 * a wrong password are told in the same words after the same time.
 */
@Component
class Door implements AuthenticationProvider {
  private final DaoAuthenticationProvider passwords;
  private final Trials trials;

  Door(Accounts accounts, PasswordEncoder encoder, Trials trials) {
    this.passwords = new DaoAuthenticationProvider(accounts);
    this.passwords.setPasswordEncoder(encoder);
    // The password is compared first, so that only who knows it learns of a disabled account.
    this.passwords.setPreAuthenticationChecks(user -> {});
    this.passwords.setPostAuthenticationChecks(
        user -> {
          if (!user.isEnabled()) {
            throw new DisabledException("may not sign in any more");
          }
        });
    this.trials = trials;
  }

  @Override
  public Authentication authenticate(Authentication asked) {
    String login = Accounts.tidy(asked.getName());
    String address =
        asked.getDetails() instanceof WebAuthenticationDetails details
            ? String.valueOf(details.getRemoteAddress())
            : "";
    if (trials.closed(login, address)) {
      SignInLog.bad("refused, closed for a while", login, address);
      throw new LockedException("closed for a while");
    }
    try {
      Authentication signedIn = passwords.authenticate(asked);
      if (signedIn == null) {
        throw new BadCredentialsException("nobody");
      }
      trials.forgive(login);
      SignInLog.good("signed in", login, address);
      return signedIn;
    } catch (BadCredentialsException | DisabledException wrong) {
      trials.failed(login, address);
      SignInLog.bad("refused", login, address);
      throw wrong;
    }
  }

  @Override
  public boolean supports(Class<?> authentication) {
    return UsernamePasswordAuthenticationToken.class.isAssignableFrom(authentication);
  }
}
