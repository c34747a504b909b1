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
          OTHER_BOARD,
          ORIGIN,
          YEARS,
          PROGRAMS,
          FREE,
          NETWORK_DRIVER,
          TWO_VOLUMES,
          KEY_KNOWN);
  public static final FactForm TAKEN = FactForm.of("system-road", ROAD);
  public static final FactForm SIGNING = FactForm.of("system-signed", SIGNED);
  public static final FactForm STALLS = FactForm.of("system-stalls", FIRST_STALL, SECOND_STALL);

  public static final List<FactForm> FORMS =
      List.of(CHOSEN, MACHINE, DECIDES, TAKEN, SIGNING, STALLS);

  private SystemFacts() {}

  /** Every fact of this room; what it asks of others is theirs. */
  public static Stream<Fact<?>> all() {
    return FORMS.stream()
        .flatMap(form -> form.facts().stream())
        .filter(fact -> UpgradeFacts.named(fact.name()).isEmpty());
  }

  /** The fact of a name, if it is one of this room. */
  public static Optional<Fact<?>> named(String name) {
    return all().<Fact<?>>map(fact -> fact).filter(fact -> fact.name().equals(name)).findFirst();
  }
}
