package dottore.app.account;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Who came in, who did not, and who asked for what is not theirs; never a password or a code. */
final class SignInLog {
  private static final Logger LOG = LoggerFactory.getLogger("dottore.sign-in");
  private static final int LONGEST = 60;

  private SignInLog() {}

  static void good(String what, String login, String address) {
    LOG.info("{}: {} from {}", what, tidy(login), tidy(address));
  }

  static void bad(String what, String login, String address) {
    LOG.warn("{}: {} from {}", what, tidy(login), tidy(address));
  }

  /** A typed name is one short word of a line, whatever it holds. */
  static String tidy(String typed) {
    String plain = typed.replaceAll("[^\\p{L}\\p{N}./:@_-]", "?");
    return plain.length() > LONGEST ? plain.substring(0, LONGEST) + "..." : plain;
  }
}
