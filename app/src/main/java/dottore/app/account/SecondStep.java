package dottore.app.account;

import dottore.app.seal.Holder;
import dottore.app.seal.KeyRing;
import dottore.app.seal.KeyRing.Sealed;
import dottore.app.shop.Shop;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import org.apache.commons.codec.binary.Base32;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The second step at sign-in: a code that changes with time, made by the person's telephone. */
@Service
class SecondStep implements Holder {
  private static final int SPARE = 8;
  private static final int SPARE_LENGTH = 10;
  private static final String SPARE_LETTERS = "bcdfghjkmpqrtvwxy2346789";
  private static final SecureRandom RANDOM = new SecureRandom();

  /**
   * What a telephone is told.
   *
   * @param words the key, to be typed in groups of four
   * @param address the key as an address that a camera reads
   */
  record Key(String words, String address) {}

  /** What came of a typed code. */
  enum Answer {
    RIGHT,
    WRONG,
    /** Too many wrong ones: nothing is looked at for a while. */
    CLOSED
  }

  private final AccountRepository accounts;
  private final SpareCodeRepository spare;
  private final AccountChangeRepository changes;
  private final Trials trials;
  private final KeyRing ring;
  private final Shop shop;

  SecondStep(
      AccountRepository accounts,
      SpareCodeRepository spare,
      AccountChangeRepository changes,
      Trials trials,
      KeyRing ring,
      Shop shop) {
    this.accounts = accounts;
    this.spare = spare;
    this.changes = changes;
    this.trials = trials;
    this.ring = ring;
    this.shop = shop;
  }

  private Account account(String login) {
    return accounts
        .findByLogin(login)
        .orElseThrow(() -> new IllegalStateException("nobody: " + login));
  }

  private static String belongs(String login) {
    return login + " SECOND STEP";
  }

  @Transactional(readOnly = true)
  boolean on(String login) {
    return account(login).secondOn;
  }

  /** Spare codes that were not used yet. */
  @Transactional(readOnly = true)
  long left(String login) {
    return spare.countByAccountIdAndUsedAtIsNull(Objects.requireNonNull(account(login).id));
  }

  /** The key of somebody whose second step is not on; a new one where there is none. */
  @Transactional
  Key key(String login) {
    Account account = account(login);
    if (account.secondOn) {
      throw new IllegalStateException("its key is shown before it is on, and never after");
    }
    byte[] key = opened(account).orElseGet(() -> fresh(account));
    String words = new Base32().encodeToString(key).replace("=", "");
    String issuer = encode(shop.name());
    return new Key(
        words.replaceAll("(.{4})(?=.)", "$1 "),
        "otpauth://totp/"
            + issuer
            + ":"
            + encode(login)
            + "?secret="
            + words
            + "&issuer="
            + issuer);
  }

  private static String encode(String text) {
    return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
  }

  private byte[] fresh(Account account) {
    byte[] key = new byte[TimeCode.KEY_BYTES];
    RANDOM.nextBytes(key);
    seal(account, key);
    return key;
  }

  private void seal(Account account, byte[] key) {
    Sealed sealed = ring.seal(Base64.getEncoder().encodeToString(key), belongs(account.login));
    account.secondRing = sealed.key();
    account.secondSealed = sealed.bytes();
  }

  @Override
  @Transactional(readOnly = true)
  public boolean fits() {
    return accounts.findBySecondSealedNotNull().stream().allMatch(a -> opened(a).isPresent());
  }

  @Override
  @Transactional(propagation = Propagation.MANDATORY)
  public List<Runnable> open() {
    List<Runnable> again = new ArrayList<>();
    for (Account account : accounts.findBySecondSealedNotNull()) {
      byte[] key = opened(account).orElseThrow();
      again.add(() -> seal(account, key));
    }
    return again;
  }

  private Optional<byte[]> opened(Account account) {
    return account.secondSealed == null || account.secondRing == null
        ? Optional.empty()
        : ring.open(new Sealed(account.secondRing, account.secondSealed), belongs(account.login))
            .map(text -> Base64.getDecoder().decode(text));
  }

  /**
   * Switches it on, once the telephone shows the right code.
   *
   * @return spare codes, shown once; empty if the code is not right
   */
  @Transactional
  List<String> begin(String login, String code) {
    Account account = account(login);
    OptionalLong step =
        opened(account)
            .map(key -> TimeCode.step(key, code, shop.now()))
            .orElse(OptionalLong.empty());
    if (account.secondOn || step.isEmpty()) {
      return List.of();
    }
    account.secondOn = true;
    account.secondUsed = step.getAsLong();
    long id = Objects.requireNonNull(account.id);
    spare.deleteByAccountId(id);
    List<String> codes = new ArrayList<>();
    for (int i = 0; i < SPARE; i++) {
      SpareCode one = new SpareCode();
      String text = spareCode();
      one.accountId = id;
      one.codeSum = sum(text);
      spare.save(one);
      codes.add(text);
    }
    note(login, login, "signs in with a second step");
    return codes;
  }

  private static String spareCode() {
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < SPARE_LENGTH; i++) {
      text.append(i == SPARE_LENGTH / 2 ? "-" : "")
          .append(SPARE_LETTERS.charAt(RANDOM.nextInt(SPARE_LETTERS.length())));
    }
    return text.toString();
  }

  /** Drawn at random from 10^13, so that a plain sum tells nothing of it. */
  private static String sum(String code) {
    try {
      return HexFormat.of()
          .formatHex(
              MessageDigest.getInstance("SHA-256").digest(code.getBytes(StandardCharsets.UTF_8)));
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException("every Java has SHA-256", missing);
    }
  }

  /** Looks at a code; each counts once. */
  @Transactional
  Answer check(String login, String typed, String address) {
    if (trials.closedForCodes(login, address)) {
      return Answer.CLOSED;
    }
    if (right(account(login), typed)) {
      trials.forgiveCodes(login);
      SignInLog.good("second step", login, address);
      return Answer.RIGHT;
    }
    trials.failedCode(login, address);
    SignInLog.bad("second step refused, a wrong code or one used before", login, address);
    return Answer.WRONG;
  }

  private boolean right(Account account, String typed) {
    long id = Objects.requireNonNull(account.id);
    OptionalLong step =
        opened(account)
            .map(key -> TimeCode.step(key, typed, shop.now()))
            .orElse(OptionalLong.empty());
    if (step.isPresent()) {
      return accounts.useStep(id, step.getAsLong()) == 1;
    }
    String code = typed.strip().toLowerCase(Locale.ROOT);
    return code.length() == SPARE_LENGTH + 1 && spare.use(id, sum(code), shop.now()) == 1;
  }

  /** Switches it off. */
  @Transactional
  void end(String login, String who) {
    Account account = account(login);
    account.secondOn = false;
    account.secondRing = null;
    account.secondSealed = null;
    spare.deleteByAccountId(Objects.requireNonNull(account.id));
    trials.forgiveCodes(login);
    note(who, login, "signs in without a second step");
  }

  private void note(String who, String whom, String what) {
    changes.save(AccountChange.of(shop.now(), who, whom, what));
  }
}
