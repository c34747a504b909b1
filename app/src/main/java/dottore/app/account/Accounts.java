package dottore.app.account;

import dottore.app.shop.Shop;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.security.authentication.event.AuthenticationFailureBadCredentialsEvent;
import org.springframework.security.authentication.event.AuthenticationSuccessEvent;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people of the shop. */
@Service
public class Accounts implements UserDetailsService {
  /** The shortest password taken. */
  public static final int SHORTEST = 10;

  /** Longer ones are cut off by the hash, so they are refused. */
  static final int LONGEST = 72;

  /** A person as pages show them. */
  public record Person(String login, String name, String role, boolean locked) {}

  private final AccountRepository accounts;
  private final PasswordEncoder encoder;
  private final Shop shop;

  Accounts(AccountRepository accounts, PasswordEncoder encoder, Shop shop) {
    this.accounts = accounts;
    this.encoder = encoder;
    this.shop = shop;
  }

  @Override
  @Transactional(readOnly = true)
  public UserDetails loadUserByUsername(String login) {
    Account account =
        accounts
            .findByLogin(tidy(login))
            .orElseThrow(() -> new UsernameNotFoundException("unknown"));
    return User.withUsername(account.login)
        .password(account.password)
        .roles(account.role.name())
        .accountLocked(account.locked(shop.now()))
        .build();
  }

  private static String tidy(String login) {
    return login.strip().toLowerCase(Locale.ROOT);
  }

  @EventListener
  @Transactional
  public void failed(AuthenticationFailureBadCredentialsEvent event) {
    accounts
        .findByLogin(tidy(event.getAuthentication().getName()))
        .ifPresent(account -> account.failed(shop.now()));
  }

  @EventListener
  @Transactional
  public void signedIn(AuthenticationSuccessEvent event) {
    accounts.findByLogin(event.getAuthentication().getName()).ifPresent(Account::signedIn);
  }

  @Transactional(readOnly = true)
  public boolean nobodyYet() {
    return accounts.count() == 0;
  }

  @Transactional(readOnly = true)
  public List<Person> people() {
    return accounts.findAllByOrderByName().stream()
        .map(a -> new Person(a.login, a.name, a.role.words(), a.locked(shop.now())))
        .toList();
  }

  /**
   * Adds a person.
   *
   * @return what is wrong with the entry, in words; empty when the person was added
   */
  @Transactional
  public Optional<String> add(String login, String name, Role role, String password) {
    String tidy = tidy(login);
    if (!tidy.matches("[a-z0-9.-]{2,40}")) {
      return Optional.of("A sign-in name has 2 to 40 letters, digits, dots or dashes.");
    }
    if (name.isBlank() || name.length() > 80) {
      return Optional.of("A name is needed, up to 80 letters.");
    }
    if (password.length() < SHORTEST
        || password.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST) {
      return Optional.of("A password has " + SHORTEST + " to " + LONGEST + " letters.");
    }
    if (accounts.findByLogin(tidy).isPresent()) {
      return Optional.of("Somebody already signs in as " + tidy + ".");
    }
    accounts.save(new Account(tidy, name.strip(), role, encoder.encode(password)));
    return Optional.empty();
  }
}
