package dottore.app.drive;

import dottore.app.ticket.FactSheet;
import dottore.app.ticket.FactSheet.Field;
import dottore.app.ticket.SharedFacts;
import dottore.core.drive.TransferTime.Link;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The forms of the drive desk. */
enum DriveForm {
  SYSTEM(
      SharedFacts.SCHEME,
      Field.word("primaries", "primary partitions", Set.of("0", "1", "2", "3", "4")),
      Field.yesNo("logical", "extended or logical partitions"),
      Field.yesNo("system-64", "64-bit system on it"),
      SharedFacts.OLD_ONLY,
      SharedFacts.ENCRYPTION),
  SAVED(Field.text("saved-where", "saved"), Field.tick("saved-compared", "copy compared")),
  COPY(
      Field.number("used-gb", "to copy", 1_000_000, "GB"),
      Field.word("copy-from", "from", links()),
      Field.word("copy-over", "over", links()),
      Field.word("copy-to", "to", links()),
      Field.number("copy-speed", "measured", 10_000, "MB/s")),
  TARGET(Field.word("target", "system disk is disk", numbers())),
  SERIAL(Field.text("serial-read", "end of the serial as it was read"));

  /** More drives than this are in no machine that comes over the counter. */
  static final int MOST_DRIVES = 8;

  private final FactSheet sheet;

  DriveForm(Field... fields) {
    this.sheet = FactSheet.of(fields);
  }

  FactSheet sheet() {
    return sheet;
  }

  /** Whether a fact is asked for, or read, at this desk. */
  static boolean knows(String fact) {
    return fact.startsWith("disk.")
        || Arrays.stream(values()).anyMatch(form -> form.sheet.has(fact));
  }

  /** What is written down of one drive. */
  static FactSheet disk(int number) {
    String disk = "disk " + number;
    return FactSheet.of(
        Field.text(fact(number, "model"), disk + " is"),
        Field.text(fact(number, "serial"), disk + " serial"),
        Field.number(fact(number, "gb"), disk, 1_000_000, "GB"),
        Field.text(fact(number, "holds"), disk + " holds"));
  }

  /** The name of a fact about one drive. */
  static String fact(int number, String what) {
    return "disk." + number + "." + what;
  }

  static String id(Link link) {
    return link.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  private static Set<String> links() {
    return Arrays.stream(Link.values()).map(DriveForm::id).collect(Collectors.toSet());
  }

  private static Set<String> numbers() {
    return Stream.iterate(0, n -> n + 1)
        .limit(MOST_DRIVES)
        .map(String::valueOf)
        .collect(Collectors.toSet());
  }
}
