package dottore.app.drive;

import dottore.core.drive.ShownList;
import dottore.core.drive.ShownList.Told;
import dottore.core.machine.Drive;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The list of disks on another screen, line by line, with what each is.
 *
 * @param sure whether the line to take is known
 * @param words what to do
 * @param missing drives that should be there and are not in the list; may be empty
 */
record ShownView(boolean sure, String words, String missing, List<Row> rows) {
  /**
   * A line.
   *
   * @param target whether it is the one that is meant
   */
  record Row(String name, String size, String mark, String state, String words, boolean target) {}

  ShownView {
    rows = List.copyOf(rows);
  }

  /** Holds a list against the drives that should be there. */
  static ShownView of(ShownList list, Drive target, List<Drive> drives) {
    Optional<Told> line = list.target(target, drives);
    List<Row> rows = list.tell(drives).stream().map(told -> row(told, target)).toList();
    String words =
        line.map(
                told ->
                    "Take "
                        + told.shown().name()
                        + (told.how() == ShownList.How.SERIAL
                            ? ": its serial is the one that is meant"
                            : ": no other has this size. Read its serial before it is written"))
            .orElse("Take none of them yet: unplug what is not meant, or read a serial");
    return new ShownView(
        line.isPresent(),
        words,
        list.missing(drives).stream().map(Drive::described).collect(Collectors.joining("; ")),
        rows);
  }

  private static Row row(Told told, Drive target) {
    boolean meant = told.drive().filter(target::equals).isPresent();
    String words =
        switch (told.how()) {
          case SERIAL -> who(told.drive().orElseThrow(), target) + ", by its serial";
          case SIZE -> who(told.drive().orElseThrow(), target) + ", by its size alone";
          case ALIKE ->
              "could be "
                  + told.could().stream().map(Drive::described).collect(Collectors.joining(" or "));
          case STRANGE -> "none of this machine's drives: a stick, or one nobody wrote down";
        };
    String mark = meant ? "✓" : told.how().sure() ? "–" : "▲";
    String state = meant ? "good" : told.how().sure() ? "" : "danger";
    return new Row(
        told.shown().name(),
        String.format(Locale.ROOT, "%.0f GB as shown", told.shown().least().bytes() / 1e9),
        mark,
        state,
        words,
        meant);
  }

  private static String who(Drive drive, Drive target) {
    return (drive.equals(target) ? "the one that is meant" : "keep: " + drive.holds())
            .strip()
            .replaceAll(":$", "")
        + ", "
        + drive.described();
  }
}
