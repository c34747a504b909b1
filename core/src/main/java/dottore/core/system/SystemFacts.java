package dottore.core.system;

import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.MachineFacts;
import dottore.core.upgrade.UpgradeFacts;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** What is known of a machine's system, and of the one that is put on it. */
public final class SystemFacts {
  /** What the customer wants to find. */
  public enum Programs {
    BACK("programs and settings as they were"),
    FRESH("a fresh start");

    private final String words;

    Programs(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  /** Where the system on it came from. */
  public enum Origin {
    OURS("this shop"),
    MAKER("the maker, as bought"),
    UPGRADED("upgraded over an older one"),
    UNKNOWN_HANDS("nobody knows");

    private final String words;

    Origin(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  /** What the customer signed where the system is not made for the machine. */
  public enum Signed {
    STAYS("the old system stays"),
    OTHER_SYSTEM("another system"),
    OTHER_MACHINE("another machine"),
    AT_OWN_RISK("the new one, at their own risk, signed");

    private final String words;

    Signed(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  /** What the medium is like that it is put on from. */
  public enum Medium {
    FRESH("written here, under 90 days old"),
    OLD("older than 90 days"),
    FOREIGN("not the shop's, nobody checked it");

    private final String words;

    Medium(String words) {
      this.words = words;
    }

    String words() {
      return words;
    }
  }

  /** What is wrong with the one on it, though it runs. */
  public enum Wrong {
    LANGUAGE("its language"),
    EDITION("its edition"),
    BITS("32 bits on a machine of 64");

    private final String words;

    Wrong(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** What the maker's service said of its activation. */
  public enum Activated {
    DONE("done"),
    DAYS("not yet, some days are left"),
    REFUSED("refused");

    private final String words;

    Activated(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** The one that is to be put on, and the one that was on it: ids of profiles. */
  public static final Fact<String> WANTED = Fact.text("system-wanted", "system to put on");

  public static final Fact<String> HAD = Fact.text("system-had", "system on it");
  public static final Fact<String> EDITION = Fact.text("system-edition", "edition");
  public static final Fact<String> LANGUAGE = Fact.text("system-language", "language");

  public static final Fact<Boolean> STARTS = Fact.yesNo("system-starts", "it starts to its desk");
  public static final Fact<Boolean> UNSTABLE = Fact.yesNo("system-unstable", "it ran unstably");
  public static final Fact<Boolean> UNWANTED =
      Fact.yesNo("system-unwanted", "unwanted software on it");
  public static final Fact<Boolean> OTHER_BOARD =
      Fact.yesNo("system-other-board", "set up on another board");
  public static final Fact<Origin> ORIGIN =
      Fact.choice("system-origin", "it comes from", Origin.class, Origin::words);
  public static final Fact<BigDecimal> YEARS =
      Fact.decimal("system-years", "set up", 40, "years ago");
  public static final Fact<Programs> PROGRAMS =
      Fact.choice("system-programs", "customer wants", Programs.class, Programs::words);
  public static final Fact<BigDecimal> FREE = Fact.decimal("system-free", "free", 100_000, "GB");
  public static final Fact<Integer> CORES = Fact.whole("cores", "cores", 256, "");
  public static final Fact<Boolean> SOLID_STATE = Fact.yesNo("solid-state", "solid-state drive");
  public static final Fact<SystemRoad> ROAD =
      Fact.choice("system-road", "road", SystemRoad.class, SystemRoad::words);
  public static final Fact<Signed> SIGNED =
      Fact.choice("system-signed", "customer signed", Signed.class, Signed::words);
  public static final Fact<Boolean> NETWORK_DRIVER =
      Fact.yesNo("network-in-box", "the network works with what the system brings");
  public static final Fact<Boolean> TWO_VOLUMES =
      Fact.yesNo("two-volumes", "a second volume for data");
  public static final Fact<Medium> MEDIUM =
      Fact.choice("system-medium", "install medium", Medium.class, Medium::words);
  public static final Fact<Wrong> WRONG =
      Fact.choice("system-wrong", "wrong with it", Wrong.class, Wrong::words);
  public static final Fact<Boolean> SECOND_SYSTEM =
      Fact.yesNo("second-system", "another system on the drive stays");

  /** What its key is for, as the label or the account says. */
  public static final Fact<String> KEY_EDITION = Fact.text("key-edition", "key is for edition");

  public static final Fact<String> KEY_LANGUAGE = Fact.text("key-language", "key is for language");
  public static final Fact<UpgradeFacts.Bits> KEY_BITS =
      Fact.choice(
          "key-bits",
          "key is for",
          UpgradeFacts.Bits.class,
          bits -> bits == UpgradeFacts.Bits.SIXTY_FOUR ? "64 bits" : "32 bits");

  public static final Fact<Activated> ACTIVATION =
      Fact.choice("activation", "activation", Activated.class, Activated::words);

  /** The day on which an activation must be done, as the service said it: year, month, day. */
  public static final Fact<String> ACTIVATE_BY = Fact.text("activate-by", "to be activated by");

  public static final Fact<Boolean> KEY_KNOWN = Fact.yesNo("key-known", "its key is at hand");

  /** Where setup stood still, the first time and the second. */
  public static final Fact<Stall.Where> FIRST_STALL =
      Fact.choice("stall-first", "stood still first", Stall.Where.class, Stall.Where::words);

  public static final Fact<Stall.Where> SECOND_STALL =
      Fact.choice("stall-second", "then", Stall.Where.class, Stall.Where::words);

  public static final FactForm CHOSEN =
      FactForm.of("system-chosen", WANTED, HAD, EDITION, LANGUAGE);
  public static final FactForm MACHINE =
      FactForm.of(
          "system-machine",
          CORES,
          UpgradeFacts.MEMORY,
          UpgradeFacts.DISK,
          SOLID_STATE,
          UpgradeFacts.BITS,
          MachineFacts.BOOT_MODE,
          MachineFacts.OLD_ONLY,
          UpgradeFacts.SECURE_BOOT,
          UpgradeFacts.CHIP,
          UpgradeFacts.LISTED);
  public static final FactForm DECIDES =
      FactForm.of(
          "system-decides",
          STARTS,
          UNSTABLE,
          UNWANTED,
          WRONG,
          OTHER_BOARD,
          ORIGIN,
          YEARS,
          PROGRAMS,
          FREE,
          MEDIUM,
          NETWORK_DRIVER,
          TWO_VOLUMES,
          SECOND_SYSTEM,
          KEY_KNOWN);
  public static final FactForm TAKEN = FactForm.of("system-road", ROAD);
  public static final FactForm SIGNING = FactForm.of("system-signed", SIGNED);
  public static final FactForm KEY_MATCH =
      FactForm.of("system-key-match", KEY_EDITION, KEY_LANGUAGE, KEY_BITS);
  public static final FactForm STALLS = FactForm.of("system-stalls", FIRST_STALL, SECOND_STALL);

  public static final List<FactForm> FORMS =
      List.of(CHOSEN, MACHINE, DECIDES, TAKEN, SIGNING, STALLS, KEY_MATCH);

  private SystemFacts() {}

  /** Every fact of this room; what it asks of others is theirs. */
  public static Stream<Fact<?>> all() {
    return Stream.concat(
            FORMS.stream().flatMap(form -> form.facts().stream()),
            Stream.of(ACTIVATION, ACTIVATE_BY))
        .filter(fact -> UpgradeFacts.named(fact.name()).isEmpty());
  }

  /** The fact of a name, if it is one of this room. */
  public static Optional<Fact<?>> named(String name) {
    return all().<Fact<?>>map(fact -> fact).filter(fact -> fact.name().equals(name)).findFirst();
  }
}
