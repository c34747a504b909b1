package dottore.app.account;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** At the first start only whoever sees the terminal may become the owner: it shows a code. */
@Component
class FirstOwner {
  private static final String ALPHABET = "BCDFGHJKMPQRTVWXY2346789";
  private static final int LENGTH = 8;

  private final Accounts accounts;
  private final Environment environment;
  private static final Logger LOG = LoggerFactory.getLogger(FirstOwner.class);

  private final String code;

  FirstOwner(Accounts accounts, Environment environment) {
    this.accounts = accounts;
    this.environment = environment;
    SecureRandom random = new SecureRandom();
    StringBuilder letters = new StringBuilder();
    for (int i = 0; i < LENGTH; i++) {
      letters.append(ALPHABET.charAt(random.nextInt(ALPHABET.length())));
    }
    this.code = letters.toString();
  }

  boolean fits(String typed) {
    byte[] given = typed.strip().toUpperCase(Locale.ROOT).getBytes(StandardCharsets.UTF_8);
    return MessageDigest.isEqual(given, code.getBytes(StandardCharsets.UTF_8));
  }

  @EventListener(ApplicationReadyEvent.class)
  void show() {
    try {
      showIfNobody();
    } catch (DataAccessException | TransactionException away) {
      LOG.warn("Whether there is an owner was not looked at: {}", away.getMessage());
    }
  }

  private void showIfNobody() {
    if (accounts.nobodyYet()) {
      String address = "http://127.0.0.1:" + environment.getProperty("local.server.port");
      System.out.printf(
          "%n  Dottore is ready. Nobody has an account yet.%n"
              + "  Open %s and make the owner's account with this code: %s%n%n",
          address, code);
    }
  }
}
