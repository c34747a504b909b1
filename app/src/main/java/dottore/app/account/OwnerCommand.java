package dottore.app.account;

import java.io.PrintStream;
import java.security.SecureRandom;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Map;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/**
 * On the terminal of the server: makes somebody owner and gives them a first password. It needs the
 * database and nothing else of the application.
 */
public final class OwnerCommand {
  private static final String ALPHABET = "bcdfghjkmpqrtvwxy2346789";
  private static final int GROUPS = 4;
  private static final int GROUP = 4;

  private OwnerCommand() {}

  /**
   * @param at where the database is, by the names of the start script
   * @return the exit code
   */
  public static int run(String[] args, Map<String, String> at, PrintStream out, PrintStream err) {
    if (args.length != 2) {
      err.println("Say whose password it is: ./dottore owner SIGN-IN-NAME");
      return 2;
    }
    String password = password();
    try (Connection record =
        DriverManager.getConnection(
            at.getOrDefault("DOTTORE_DB_URL", ""),
            at.getOrDefault("DOTTORE_DB_USER", "dottore"),
            at.getOrDefault("DOTTORE_DB_PASSWORD", ""))) {
      if (!rescue(record, args[1], password)) {
        err.println("Nobody signs in as " + args[1] + ".");
        return 1;
      }
    } catch (SQLException away) {
      err.println("The record cannot be reached: " + away.getMessage());
      return 1;
    }
    out.printf(
        "%s is an owner and signs in once with: %s%nA password of their own is asked for then.%n",
        Accounts.tidy(args[1]), password);
    return 0;
  }

  private static String password() {
    SecureRandom random = new SecureRandom();
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < GROUPS * GROUP; i++) {
      if (i > 0 && i % GROUP == 0) {
        text.append('-');
      }
      text.append(ALPHABET.charAt(random.nextInt(ALPHABET.length())));
    }
    return text.toString();
  }

  /** All of it or nothing; false if nobody has the name. */
  static boolean rescue(Connection record, String typed, String password) throws SQLException {
    String login = Accounts.tidy(typed);
    boolean before = record.getAutoCommit();
    record.setAutoCommit(false);
    try {
      int found =
          run(
              record,
              "update account set password = ?, must_change = true, enabled = true, second_on ="
                  + " false, second_ring = null, second_sealed = null, role = 'OWNER', version ="
                  + " version + 1 where login = ?",
              new BCryptPasswordEncoder().encode(password),
              login);
      run(record, "delete from sign_in_trial where trial = ?", "name " + login);
      run(record, "delete from spring_session where principal_name = ?", login);
      if (found > 0) {
        run(
            record,
            "insert into account_change (at, who, whom, what)"
                + " values (now(), 'the terminal', ?, 'is owner and got a first password')",
            login);
      }
      record.commit();
      return found > 0;
    } catch (SQLException broken) {
      record.rollback();
      throw broken;
    } finally {
      record.setAutoCommit(before);
    }
  }

  private static int run(Connection record, String sql, String... values) throws SQLException {
    try (PreparedStatement statement = record.prepareStatement(sql)) {
      for (int i = 0; i < values.length; i++) {
        statement.setString(i + 1, values[i]);
      }
      return statement.executeUpdate();
    }
  }
}
