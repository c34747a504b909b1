package dottore.core.upgrade;

import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.MachineFacts;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What is known of a machine that a current system refuses. */
public final class UpgradeFacts {
  private static final int LARGEST = 1_000_000;

  /** Whether something is switched on. */
  public enum Switch {
    ON,
    OFF
  }

  /** The security chip 2.0. */
  public enum Chip {
    ON,
    OFF,
    NONE
  }

  /** What the processor computes with. */
  public enum Bits {
    SIXTY_FOUR,
    THIRTY_TWO;

    private String id() {
      return this == SIXTY_FOUR ? "64" : "32";
    }
  }

  public static final Fact<Switch> SECURE_BOOT =
      Fact.choice("secure-boot", "secure boot", Switch.class);
  public static final Fact<Chip> CHIP = Fact.choice("chip", "security chip", Chip.class);
  public static final Fact<Boolean> LISTED =
      Fact.yesNo("processor-listed", "processor on the system's list");
  public static final Fact<Bits> BITS =
      Fact.choice("bits", "processor bits", List.of(Bits.values()), Bits::id, Map.of());
  public static final Fact<BigDecimal> MEMORY =
      Fact.decimal("memory-gib", "memory", LARGEST, "GiB");
  public static final Fact<BigDecimal> DISK = Fact.decimal("disk-gb", "disk", LARGEST, "GB");

  public static final FactForm BLOCKERS =
      FactForm.of(
          "blockers",
          MachineFacts.SCHEME,
          MachineFacts.BOOT_MODE,
          SECURE_BOOT,
          CHIP,
          MachineFacts.OLD_ONLY,
          MachineFacts.ENCRYPTION,
          LISTED,
          BITS,
          MEMORY,
          DISK);

  private UpgradeFacts() {}

  /** The fact of a name, if it is one of this room. */
  public static Optional<Fact<?>> named(String name) {
    return all().filter(fact -> fact.name().equals(name)).findFirst();
  }

  /** Every fact of this room. */
  public static Stream<Fact<?>> all() {
    return BLOCKERS.facts().stream();
  }
}
