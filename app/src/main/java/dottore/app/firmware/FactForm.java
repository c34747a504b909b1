package dottore.app.firmware;

import dottore.app.ticket.FactSheet;
import dottore.app.ticket.FactSheet.Field;
import dottore.app.ticket.SharedFacts;
import dottore.core.firmware.BoardFamily;
import dottore.core.firmware.CoinCell;
import dottore.core.firmware.Way;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;

/** The forms of the firmware desk. */
enum FactForm {
  BOARD(
      Field.text("maker", "maker"),
      Field.text("model", "model"),
      Field.text("revision", "revision"),
      Field.text("now", "version now"),
      Field.text("wanted", "target"),
      Field.text("processor", "processor"),
      Field.word("family", "board", ids(BoardFamily.values())),
      Field.word("way", "way", ids(Way.values()))),
  GATE(
      Field.tick("printed", "revision read off the board"),
      Field.tick("file-eye", "checksum compared by eye"),
      Field.tick("stick-fat32", "stick is FAT32, one partition"),
      Field.tick("stick-name", "file on the stick named as wanted"),
      Field.tick("mains", "mains in"),
      Field.number("battery", "battery", 100, "%"),
      Field.tick("cuts", "area has power cuts"),
      Field.tick("ups", "UPS between"),
      SharedFacts.ENCRYPTION,
      Field.tick("settings-unseen", "settings cannot be seen and nothing is known of them"),
      Field.tick("nothing-else", "nothing else plugged in")),
  CELL(
      Field.number(
          "cell-volts", "coin cell", CoinCell.MOST, "V", "; look at the meter's range again"),
      Field.tick("cell-message", "settings message at the start"),
      Field.tick("cell-clock", "clock resets")),
  LOCK(Field.tick("organization", "locked by an organization")),
  BLOCKERS(
      SharedFacts.SCHEME,
      Field.word("boot-mode", "boot mode", Set.of("old", "new")),
      Field.word("secure-boot", "secure boot", Set.of("on", "off")),
      Field.word("chip", "security chip", Set.of("on", "off", "none")),
      SharedFacts.OLD_ONLY,
      SharedFacts.ENCRYPTION,
      Field.yesNo("processor-listed", "processor on the system's list"),
      Field.word("bits", "processor bits", Set.of("64", "32")),
      Field.number("memory-gib", "memory", 1_000_000, "GiB"),
      Field.number("disk-gb", "disk", 1_000_000, "GB"));

  private final FactSheet sheet;

  FactForm(Field... fields) {
    this.sheet = FactSheet.of(fields);
  }

  FactSheet sheet() {
    return sheet;
  }

  private static Set<String> ids(Enum<?>[] values) {
    return Arrays.stream(values)
        .map(v -> v.name().toLowerCase(Locale.ROOT).replace('_', '-'))
        .collect(java.util.stream.Collectors.toUnmodifiableSet());
  }
}
