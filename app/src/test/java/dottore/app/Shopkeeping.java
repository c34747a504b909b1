package dottore.app;

import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.record.Arrival;
import dottore.core.casebook.Stage;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Person;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** People and machines for tests that visit a shop nobody worked in yet. */
public final class Shopkeeping {
  /** A cause of a shop's own, as its owner writes it. */
  public static final String SALT_AIR =
      """
      name: Salt on the contacts
      sign: green edges
      station: memory
      weight: 0.8
      stages: {memory: 1}
      shows:
        single-module-start: {starts: 0.5, same: 0.5}
      cured-by: {reseat-memory: 0.9}\
      """;

  private static final String PASSWORD = "a-long-enough-one";

  private Shopkeeping() {}

  /** Somebody of a role, signed in; the account is made if it is not there. */
  public static Visitor signedIn(Accounts accounts, int port, Role role) {
    String login = "shop-" + role.name().toLowerCase(Locale.ROOT);
    accounts.add(login, "Some One", role, PASSWORD);
    return new Visitor(port).signedIn(login, PASSWORD);
  }

  /** A machine as it comes in. */
  public static Arrival arrival(MachineKind kind, Person customer, String serial) {
    return new Arrival(
        customer,
        "Fenrow",
        "Tern 5",
        serial,
        kind,
        "asks for a password",
        Optional.of(Stage.LOCKED),
        Set.of(),
        Set.of(),
        "",
        Backup.YES,
        false,
        true,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  public static Arrival tower(String customer) {
    return arrival(MachineKind.TOWER, new Person(customer, "", ""), "");
  }
}
