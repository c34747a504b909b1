package dottore.core.drive;

import dottore.core.drive.TransferTime.Link;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.MachineFacts;
import dottore.core.machine.DiskLayout;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** What is known of a machine's drives. */
public final class DriveFacts {
  /** More drives than this are in no machine that comes over the counter. */
  public static final int MOST_DRIVES = 8;

  /** More partitions than this are not kept; no system disk has as many. */
  private static final int MOST_PARTS = 32;

  private static final int LARGEST = 1_000_000;

  public static final Fact<Integer> PRIMARIES =
      Fact.whole("primaries", "primary partitions", 4, "");
  public static final Fact<Boolean> LOGICAL =
      Fact.yesNo("logical", "extended or logical partitions");
  public static final Fact<Boolean> SYSTEM_64 = Fact.yesNo("system-64", "64-bit system on it");
  public static final Fact<String> SAVED_WHERE = Fact.text("saved-where", "saved");
  public static final Fact<Boolean> SAVED_COMPARED = Fact.tick("saved-compared", "copy compared");
  public static final Fact<BigDecimal> USED = Fact.decimal("used-gb", "to copy", LARGEST, "GB");
  public static final Fact<Link> COPY_FROM =
      Fact.choice("copy-from", "from", Link.class, Link::words);
  public static final Fact<Link> COPY_OVER =
      Fact.choice("copy-over", "over", Link.class, Link::words);
  public static final Fact<Link> COPY_TO = Fact.choice("copy-to", "to", Link.class, Link::words);
  public static final Fact<BigDecimal> COPY_SPEED =
      Fact.decimal("copy-speed", "measured", 10_000, "MB/s");

  /** How the system disk answers when it is read. */
  public static final Fact<DriveState> STATE =
      Fact.choice("old-drive", "the old drive", DriveState.class, DriveState::words);

  /** What another machine saw of it. */
  public static final Fact<OverAdapter> OVER_ADAPTER =
      Fact.choice("over-adapter", "on another machine", OverAdapter.class, OverAdapter::words);

  /** What the customer decided where only a specialist can still read it. */
  public static final Fact<Specialist> SPECIALIST =
      Fact.choice("specialist", "a data specialist", Specialist.class, Specialist::words);

  /** What its health page counted when it was last read. */
  public static final Fact<HealthNote> HEALTH =
      Fact.structured(
          "health-read", "health read", HealthNote.class, HealthNote::words, HealthNote::sound);

  /** Of the drive whose health was read, so that its readings are found on other tickets. */
  public static final Fact<String> HEALTH_SERIAL =
      Fact.text("health-serial", "serial of the drive that was read");

  /** The list of disks on the screen that writes. */
  public static final Fact<ShownList> SHOWN =
      Fact.structured(
          "shown-list", "list of disks", ShownList.class, ShownList::words, ShownList::sound);

  /** What came of the last comparison of two lists. */
  public static final Fact<Compared> COMPARED =
      Fact.structured(
          "copy-compared", "lists compared", Compared.class, Compared::words, Compared::sound);

  /** Whether what was put back on the machine was compared with the copy. */
  public static final Fact<Boolean> RESTORED =
      Fact.tick("restored-compared", "put back and compared");

  /** The number of the drive that the system is on. */
  public static final Fact<Integer> TARGET =
      Fact.whole("target", "system disk is disk", MOST_DRIVES - 1, "");

  public static final Fact<String> SERIAL_READ =
      Fact.text("serial-read", "end of the serial as it was read");

  public static final FactForm SYSTEM =
      FactForm.of(
          "system",
          MachineFacts.SCHEME,
          PRIMARIES,
          LOGICAL,
          SYSTEM_64,
          MachineFacts.OLD_ONLY,
          MachineFacts.ENCRYPTION);
  public static final FactForm SAVED = FactForm.of("saved", SAVED_WHERE, SAVED_COMPARED);
  public static final FactForm COPY =
      FactForm.of("copy", USED, COPY_FROM, COPY_OVER, COPY_TO, COPY_SPEED);
  public static final FactForm READS = FactForm.of("reads", STATE, SPECIALIST);
  public static final FactForm SAVING =
      new FactForm("saving", Arrays.stream(Kept.values()).<Fact<?>>map(DriveFacts::kept).toList());
  public static final FactForm BACK = FactForm.of("back", RESTORED);
  public static final FactForm AIM = FactForm.of("target", TARGET);
  public static final FactForm SERIAL = FactForm.of("serial", SERIAL_READ);

  /** Every form of the desk that is not about one drive. */
  public static final List<FactForm> FORMS =
      List.of(SYSTEM, SAVED, COPY, READS, SAVING, BACK, AIM, SERIAL);

  /** What somebody saw of one system disk says nothing of another. */
  static final List<Fact<?>> OF_THE_SYSTEM_DISK =
      List.of(MachineFacts.SCHEME, PRIMARIES, LOGICAL, SYSTEM_64, SERIAL_READ, STATE, OVER_ADAPTER);

  private static final Pattern OF_ONE = Pattern.compile("disk\\.(\\d)\\.(\\w+)");

  private DriveFacts() {}

  /** How much there is of a kind of data, in GB; 0 for none. */
  public static Fact<BigDecimal> kept(Kept kind) {
    return Fact.decimal("save-" + kind.id(), kind.words(), LARGEST, "GB");
  }

  // --- one drive ---------------------------------------------------------------------------------

  public static Fact<String> model(int number) {
    return Fact.text(name(number, "model"), disk(number) + " is");
  }

  public static Fact<String> serial(int number) {
    return Fact.text(name(number, "serial"), disk(number) + " serial");
  }

  /** The size on its label, in GB. */
  public static Fact<BigDecimal> size(int number) {
    return Fact.decimal(name(number, "gb"), disk(number), LARGEST, "GB");
  }

  public static Fact<String> holds(int number) {
    return Fact.text(name(number, "holds"), disk(number) + " holds");
  }

  /** How it is divided, as its sectors say. */
  public static Fact<DiskLayout> layout(int number) {
    return Fact.structured(
        name(number, "layout"),
        disk(number) + " read",
        DiskLayout.class,
        DiskLayout::words,
        layout -> {
          layout.parts().forEach(layout::size);
          return layout.scheme() != null
              && layout.backup() != null
              && layout.parts().stream().allMatch(p -> p.role() != null && p.use() != null);
        });
  }

  private static String name(int number, String what) {
    return "disk." + number + "." + what;
  }

  private static String disk(int number) {
    return "disk " + number;
  }

  /** What is written down of one drive. */
  public static FactForm disk(int number, String id) {
    return FactForm.of(id, model(number), serial(number), size(number), holds(number));
  }

  /** Everything that is known of one drive. */
  static List<Fact<?>> ofOne(int number) {
    return List.of(model(number), serial(number), size(number), holds(number), layout(number));
  }

  /** A layout as it is worth keeping. */
  public static DiskLayout brief(DiskLayout layout) {
    return new DiskLayout(
        layout.scheme(),
        layout.sectorSize(),
        layout.sectors(),
        layout.parts().stream().limit(MOST_PARTS).toList(),
        layout.whole(),
        layout.backup());
  }

  /** The fact of a name, if it is one of this room. */
  public static Optional<Fact<?>> named(String name) {
    Matcher one = OF_ONE.matcher(name);
    Stream<Fact<?>> candidates =
        one.matches() && Integer.parseInt(one.group(1)) < MOST_DRIVES
            ? ofOne(Integer.parseInt(one.group(1))).stream()
            : Stream.concat(
                FORMS.stream().flatMap(form -> form.facts().stream()),
                Stream.of(COMPARED, SHOWN, HEALTH, HEALTH_SERIAL, OVER_ADAPTER));
    return candidates.filter(fact -> fact.name().equals(name)).findFirst();
  }

  /** Every fact of this room. */
  public static Stream<Fact<?>> all() {
    return Stream.concat(
        Stream.concat(
            FORMS.stream().flatMap(form -> form.facts().stream()),
            Stream.of(COMPARED, SHOWN, HEALTH, HEALTH_SERIAL, OVER_ADAPTER)),
        IntStream.range(0, MOST_DRIVES).boxed().flatMap(n -> ofOne(n).stream()));
  }
}
