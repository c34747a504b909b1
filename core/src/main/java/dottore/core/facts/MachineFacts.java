package dottore.core.facts;

import dottore.core.machine.BootMode;
import dottore.core.machine.Encryption;
import dottore.core.machine.Scheme;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Facts about a machine that more than one desk asks for; the last word counts for all. */
public final class MachineFacts {
  /** How the system disk is divided, as somebody saw it or it was read. */
  public static final Fact<Scheme> SCHEME =
      Fact.choice(
          "scheme",
          "disk scheme",
          List.of(Scheme.MBR, Scheme.GPT),
          scheme -> scheme == Scheme.MBR ? "old" : "new",
          Map.of());

  public static final Fact<BootMode> BOOT_MODE =
      Fact.choice("boot-mode", "boot mode", BootMode.class);

  /** Whether the firmware cannot start the new way at all. */
  public static final Fact<Boolean> OLD_ONLY =
      Fact.yesNo("old-only", "firmware knows only the old way");

  public static final Fact<Encryption> ENCRYPTION =
      Fact.choice(
              "encryption",
              "encryption",
              Encryption.class,
              Arrays.stream(Encryption.values())
                  .collect(Collectors.toMap(Function.identity(), Encryption::words)))
          .otherwise(Encryption.UNKNOWN);

  private MachineFacts() {}
}
