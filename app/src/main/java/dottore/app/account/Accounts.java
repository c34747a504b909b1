package dottore.app.account;

import dottore.app.shop.Shop;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people of the shop. */
@Service
public class Accounts implements UserDetailsService {
  private static final int LONGEST_NAME = 80;

  /**
   * A person as pages show them.
   *
   * @param locked whether the name is closed after wrong passwords
   */
  public record Person(
      String login,
      String name,
      Role role,
      boolean locked,
      boolean enabled,
      boolean mustChange,
      boolean second) {}

  /** Something that was changed about somebody. */
  record Change(Instant at, String who, String whom, String what) {}

  /**
   * What somebody may do now, whatever their session says.
   *
   * @param second whether a code is asked for after the password
   * @param mustHaveSecond whether the owner asks for a second step of such people
   */
  record Standing(Role role, boolean mustChange, boolean second, boolean mustHaveSecond) {}

  private final AccountRepository accounts;
  private final AccountChangeRepository changes;
  private final Trials trials;
  private final FindByIndexNameSessionRepository<? extends Session> sessions;
  private final PasswordEncoder encoder;
  private final Shop shop;

  Accounts(
      AccountRepository accounts,
      AccountChangeRepository changes,
      Trials trials,
      FindByIndexNameSessionRepository<? extends Session> sessions,
      PasswordEncoder encoder,
      Shop shop) {
    this.accounts = accounts;
    this.changes = changes;
    this.trials = trials;
    this.sessions = sessions;
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
        .disabled(!account.enabled)
        .build();
  }

  static String tidy(String login) {
    return login.strip().toLowerCase(Locale.ROOT);
  }

  @Transactional(readOnly = true)
  public boolean nobodyYet() {
    return accounts.count() == 0;
  }

  /** How somebody stands now; empty if they are gone or disabled. */
  @Transactional(readOnly = true)
  Optional<Standing> standing(String login) {
    return accounts
        .findByLogin(login)
        .filter(account -> account.enabled)
        .map(
            account ->
                new Standing(
                    account.role,
                    account.mustChange,
                    account.secondOn,
                    shop.secondStep().of(account.role == Role.OWNER)));
  }

  @Transactional(readOnly = true)
  public List<Person> people() {
    Set<String> closed = trials.closedNames();
    return accounts.findAllByOrderByName().stream()
        .map(
            a ->
                new Person(
                    a.login,
                    a.name,
                    a.role,
                    closed.contains(a.login),
                    a.enabled,
                    a.mustChange,
                    a.secondOn))
        .toList();
  }

  /** What was changed about people last. */
  @Transactional(readOnly = true)
  List<Change> changes() {
    return changes.findTop12ByOrderByIdDesc().stream()
        .map(c -> new Change(c.at, c.who, c.whom, c.what))
        .toList();
  }

  /**
   * Adds a person.
   *
   * @return what is wrong with the entry, in words; empty when the person was added
   */
  @Transactional
  public Optional<String> add(String login, String name, Role role, String password) {
    return add(login, name, role, password, "");
  }

  /**
   * The same by an owner: the password is a first one, and changed at the next sign-in.
   *
   * @param who added them; empty where they chose their password themselves
   */
  @Transactional
  Optional<String> add(String login, String name, Role role, String password, String who) {
    String tidy = tidy(login);
    if (!tidy.matches("[a-z0-9.-]{2,40}")) {
      return Optional.of("A sign-in name has 2 to 40 letters, digits, dots or dashes.");
    }
    Optional<String> fault = unnamed(name).or(() -> Passwords.fault(password, tidy, name));
    if (fault.isPresent()) {
      return fault;
    }
    if (accounts.findByLogin(tidy).isPresent()) {
      return Optional.of("Somebody already signs in as " + tidy + ".");
    }
    Account account = new Account(tidy, name.strip(), role, encoder.encode(password));
    account.mustChange = !who.isEmpty();
    accounts.save(account);
    note(who, tidy, "added as " + role.words());
    return Optional.empty();
  }

  private static Optional<String> unnamed(String name) {
    return name.isBlank() || name.length() > LONGEST_NAME
        ? Optional.of("A name is needed, up to " + LONGEST_NAME + " letters.")
        : Optional.empty();
  }

  private void note(String who, String whom, String what) {
    if (!who.isEmpty()) {
      changes.save(AccountChange.of(shop.now(), who, whom, what));
    }
  }

  /**
   * Another name or role, closed or open again.
   *
   * @return why it cannot be; empty when it is so now
   */
  @Transactional
  Optional<String> change(String login, String name, Role role, boolean enabled, String who) {
    List<Account> owners = accounts.holdOwners();
    Optional<Account> found = accounts.findByLogin(login);
    if (found.isEmpty()) {
      return Optional.of("Nobody signs in as " + login + ".");
    }
    Account account = found.get();
    boolean wasOwner = account.role == Role.OWNER && account.enabled;
    if (wasOwner && (role != Role.OWNER || !enabled) && owners.size() < 2) {
      return Optional.of("The last owner stays one: make another owner first.");
    }
    Optional<String> fault = unnamed(name);
    if (fault.isPresent()) {
      return fault;
    }
    if (!account.name.equals(name.strip())) {
      note(who, login, "called " + name.strip());
      account.name = name.strip();
    }
    if (account.role != role) {
      note(who, login, account.role.words() + " → " + role.words());
      account.role = role;
    }
    if (account.enabled != enabled) {
      note(who, login, enabled ? "may sign in again" : "may not sign in any more");
      account.enabled = enabled;
      if (!enabled) {
        endSessions(login);
      }
    }
    return Optional.empty();
  }

  /** A first password, to be changed at the next sign-in; who is signed in is signed out. */
  @Transactional
  Optional<String> firstPassword(String login, String password, String who) {
    Optional<Account> found = accounts.findByLogin(login);
    if (found.isEmpty()) {
      return Optional.of("Nobody signs in as " + login + ".");
    }
    Optional<String> fault = Passwords.fault(password, login, found.get().name);
    if (fault.isEmpty()) {
      found.get().password = encoder.encode(password);
      found.get().mustChange = true;
      trials.forgive(login);
      endSessions(login);
      note(who, login, "got a first password");
    }
    return fault;
  }

  /** Opens a name again that was closed after wrong passwords. */
  @Transactional
  void unlock(String login, String who) {
    trials.forgive(login);
    note(who, login, "opened again");
  }

  /** Whether it is somebody's password. */
  @Transactional(readOnly = true)
  boolean fits(String login, String password) {
    return accounts
        .findByLogin(login)
        .filter(account -> encoder.matches(password, account.password))
        .isPresent();
  }

  /**
   * Another password of one's own. Whoever is signed in with the old one elsewhere is signed out.
   *
   * @param session that goes on
   * @return why it cannot be; empty when it is so now
   */
  @Transactional
  Optional<String> ownPassword(String login, String old, String password, String session) {
    Account account =
        accounts
            .findByLogin(login)
            .orElseThrow(() -> new IllegalStateException("nobody: " + login));
    if (!encoder.matches(old, account.password)) {
      return Optional.of("The password until now is not that one.");
    }
    if (old.equals(password)) {
      return Optional.of("That is the password until now.");
    }
    Optional<String> fault = Passwords.fault(password, login, account.name);
    if (fault.isEmpty()) {
      account.password = encoder.encode(password);
      account.mustChange = false;
      endSessions(login, session);
      note(login, login, "changed the password");
    }
    return fault;
  }

  private void endSessions(String login) {
    endSessions(login, "");
  }

  /** Ends the sessions of somebody but one. */
  @Transactional
  void endSessions(String login, String but) {
    sessions.findByPrincipalName(login).keySet().stream()
        .filter(id -> !id.equals(but))
        .forEach(sessions::deleteById);
  }

  /** When somebody's sessions were used last, the newest first. */
  @Transactional(readOnly = true)
  List<Instant> sessions(String login) {
    return sessions.findByPrincipalName(login).values().stream()
        .map(Session::getLastAccessedTime)
        .sorted(Comparator.reverseOrder())
        .toList();
  }
}
