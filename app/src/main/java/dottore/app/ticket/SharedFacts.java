package dottore.app.ticket;

import dottore.app.ticket.FactSheet.Field;
import dottore.core.firmware.Encryption;
import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;

/** Facts about a machine that more than one desk asks for; the last word counts for all of them. */
public final class SharedFacts {
  /** How the system disk is divided. */
  public static final Field SCHEME = Field.word("scheme", "disk scheme", Set.of("old", "new"));

  public static final Field OLD_ONLY = Field.yesNo("old-only", "firmware knows only the old way");

  public static final Field ENCRYPTION =
      Field.word(
          "encryption",
          "encryption",
          Arrays.stream(Encryption.values()).map(Encryption::id).collect(Collectors.toSet()));

  private SharedFacts() {}
}
