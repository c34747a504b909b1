package dottore.core.firmware;

import java.time.LocalDate;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** An invented board for tests. */
final class Boards {
  static final String OLD_CPU = "Halden H4";
  static final String NEW_CPU = "Halden H7";

  private Boards() {}

  static Release release(String version, int month, String from, int security, String... causes) {
    List<Release.Note> notes =
        causes.length == 0
            ? List.of()
            : List.of(new Release.Note("Mends what it names.", Set.of(causes)));
    return new Release(
        version,
        LocalDate.of(2024, month, 1),
        from,
        security,
        "mark8-" + version.replace(".", "").replace(" ", "") + ".bin",
        String.format("%064x", month),
        1 << 20,
        notes);
  }

  /** 1.00, 1.10, stepping stone 1.20, 2.00 that mends memory, 2.10 secured, a trial 2.20. */
  static final BoardRecord MARK =
      new BoardRecord(
          "Vessen",
          "Mark 8",
          "1.2",
          BoardFamily.RECENT_TOWER,
          VersionScheme.PLAIN,
          "MARK8.BIN",
          EnumSet.allOf(Way.class),
          EnumSet.of(Rescue.FLASH_PORT, Rescue.RECOVERY_JUMPER),
          Map.of(OLD_CPU, "1.00", NEW_CPU, "2.00"),
          List.of(
              release("1.00", 1, "", 0),
              release("1.10", 2, "", 0),
              release("1.20", 3, "1.00", 0),
              release("2.00", 4, "1.20", 0, "memory-incompatible"),
              release("2.10", 5, "1.20", 1, "firmware-bug"),
              release("2.20 beta", 6, "2.00", 1)));
}
