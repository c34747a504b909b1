package dottore.app.account;

import com.eatthepath.otp.TimeBasedOneTimePasswordGenerator;
import java.nio.charset.StandardCharsets;
import java.security.InvalidKeyException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.OptionalLong;
import javax.crypto.spec.SecretKeySpec;

/**
 * Codes by time (RFC 6238 with SHA-1, thirty seconds, six digits): what every telephone can make.
 * One step before and one after now are taken as well, for clocks that differ (section 5.2).
 */
final class TimeCode {
  /** Bytes of a key, as RFC 4226 section 4 recommends. */
  static final int KEY_BYTES = 20;

  private static final Duration STEP = Duration.ofSeconds(30);
  private static final int DIGITS = 6;
  private static final int DRIFT = 1;
  private static final TimeBasedOneTimePasswordGenerator CODES =
      new TimeBasedOneTimePasswordGenerator(STEP, DIGITS);

  private TimeCode() {}

  /** The code of a moment. */
  static String at(byte[] key, Instant moment) {
    try {
      return CODES.generateOneTimePasswordString(
          new SecretKeySpec(key, CODES.getAlgorithm()), moment, Locale.ROOT);
    } catch (InvalidKeyException impossible) {
      throw new IllegalStateException("any bytes are a key", impossible);
    }
  }

  /** The step of time whose code was typed; empty if it is none of now. */
  static OptionalLong step(byte[] key, String typed, Instant now) {
    byte[] code = typed.replaceAll("\\s", "").getBytes(StandardCharsets.UTF_8);
    for (int drift = -DRIFT; drift <= DRIFT; drift++) {
      Instant moment = now.plus(STEP.multipliedBy(drift));
      if (MessageDigest.isEqual(at(key, moment).getBytes(StandardCharsets.UTF_8), code)) {
        return OptionalLong.of(moment.getEpochSecond() / STEP.toSeconds());
      }
    }
    return OptionalLong.empty();
  }
}
