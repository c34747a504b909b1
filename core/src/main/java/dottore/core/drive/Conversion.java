package dottore.core.drive;

import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.gate.State;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.Encryption;
import dottore.core.machine.Scheme;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Whether the system disk can be converted from the old scheme to the new one where it is: at most
 * three primary partitions and no logical ones, room for the tables at both ends (34 sectors in
 * front, 33 behind; UEFI specification 2.x, chapter 5), a 64-bit system on it, firmware that starts
 * the new way, encryption suspended, a backup, and no doubt which disk it is. There is no way back
 * in place.
 */
public record Conversion(Gate<Conversion.Topic> gate) {
  /** Sectors of 512 bytes in front of the first partition: protective table, header, entries. */
  public static final int FRONT = 34;

  /** Sectors behind the last: entries and header. */
  public static final int BEHIND = 33;

  /** The old table has four places, and one is needed for the start partition. */
  public static final int MOST_PRIMARY = 3;

  private static final int ENTRIES = 128 * 128;

  /** What is looked at. */
  public enum Topic {
    WHICH("Which disk"),
    SCHEME("Scheme"),
    PARTITIONS("Partitions"),
    FRONT("Room in front"),
    BEHIND("Room behind"),
    SYSTEM("System"),
    FIRMWARE("Firmware"),
    ENCRYPTION("Encryption"),
    SAVED("Saved");

    private final String words;

    Topic(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    public String id() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * What is known of the disk and its machine.
   *
   * @param written the scheme as somebody wrote it down, where no sectors were read
   * @param counted primary partitions as somebody counted them in a disk list
   * @param logical whether that list had an extended or logical one
   * @param newWay whether the firmware can start the new way
   * @param saved where the data was saved and compared; empty if it was not
   * @param wanted whether anybody wants the data
   */
  public record Facts(
      WrongDisk which,
      Optional<Scheme> written,
      OptionalInt counted,
      Optional<Boolean> logical,
      Optional<Boolean> sixtyFourBit,
      Optional<Boolean> newWay,
      Encryption encryption,
      Optional<String> saved,
      boolean wanted) {

    Optional<DiskLayout> layout() {
      return which.target().layout();
    }
  }

  /** Judges every point. */
  public static Conversion of(Facts facts) {
    List<Point<Topic>> points = new ArrayList<>();
    points.add(which(facts.which()));
    points.add(scheme(facts));
    Optional<Scheme> known = facts.layout().map(DiskLayout::scheme).or(facts::written);
    if (known.filter(scheme -> scheme != Scheme.MBR).isEmpty()) {
      points.add(partitions(facts));
      points.add(front(facts.layout()));
      points.add(behind(facts.layout()));
      points.add(system(facts.sixtyFourBit()));
      points.add(firmware(facts.newWay()));
      points.add(encryption(facts.encryption()));
      points.add(saved(facts));
    }
    return new Conversion(new Gate<>(points));
  }

  /** All points, in the order of looking. */
  public List<Point<Topic>> points() {
    return gate.points();
  }

  /** Whether the run sheet may begin: nothing stands in the way, and everything was looked at. */
  public boolean go() {
    return gate.go();
  }

  /** What no run sheet lifts: it is this disk, or this machine. */
  public List<Point<Topic>> walls() {
    return points().stream()
        .filter(p -> p.state() == State.BAD)
        .filter(
            p ->
                List.of(Topic.PARTITIONS, Topic.FRONT, Topic.BEHIND, Topic.SYSTEM, Topic.FIRMWARE)
                    .contains(p.topic()))
        .toList();
  }

  /** What is left to do or to look at before it may begin. */
  public List<Point<Topic>> open() {
    return gate.open();
  }

  /** Whether the disk has the new scheme, as it should be. */
  public boolean done() {
    return points().stream().anyMatch(p -> p.state() == State.DONE);
  }

  public Optional<Point<Topic>> point(Topic topic) {
    return gate.point(topic);
  }

  private static Point<Topic> which(WrongDisk which) {
    Topic topic = Topic.WHICH;
    return switch (which.verdict()) {
      case ONLY -> Point.good(topic, "no other is written down as connected");
      case SERIAL -> Point.good(topic, "told apart by its serial");
      case SIZE -> Point.good(topic, "no other connected drive is within 3 % of its size");
      case OTHER ->
          new Point<>(
              topic,
              State.BAD,
              "the serial that was read is "
                  + (which.alike().isEmpty() ? "not its own" : "that of " + names(which.alike())),
              "Choose the right one there, and read again");
      case GONE ->
          new Point<>(topic, State.BAD, which.target().name() + " is unplugged", "Connect it");
      case ALIKE ->
          new Point<>(
              topic,
              State.BAD,
              names(which.alike()) + " could be taken for it",
              "Unplug " + names(which.alike()) + ", or read the serial");
    };
  }

  private static String names(List<dottore.core.machine.Drive> drives) {
    return String.join(
        " and ", drives.stream().map(d -> d.name().toLowerCase(Locale.ROOT)).toList());
  }

  private static Point<Topic> scheme(Facts facts) {
    Topic topic = Topic.SCHEME;
    if (facts.layout().isEmpty()) {
      return facts
          .written()
          .map(
              scheme ->
                  scheme == Scheme.MBR
                      ? Point.good(topic, scheme.words() + ", as written down")
                      : new Point<>(
                          topic,
                          State.DONE,
                          scheme.words() + ", as written down",
                          "Nothing to convert"))
          .orElse(
              new Point<>(
                  topic, State.ASK, "not read", "Read the first sectors, or look in a disk list"));
    }
    DiskLayout layout = facts.layout().get();
    if (layout.scheme() == Scheme.MBR) {
      return Point.good(topic, layout.scheme().words());
    }
    if (layout.backup() == Backup.DAMAGED) {
      return new Point<>(
          topic,
          State.BAD,
          layout.scheme().words() + ", its copy at the end is damaged",
          "Back the data up; have the table repaired");
    }
    return new Point<>(topic, State.DONE, layout.scheme().words(), "Nothing to convert");
  }

  private static Point<Topic> partitions(Facts facts) {
    Topic topic = Topic.PARTITIONS;
    int count;
    boolean logical;
    if (facts.layout().isPresent()) {
      List<Part> parts = facts.layout().get().parts();
      count = (int) parts.stream().filter(p -> p.role() == Role.PRIMARY).count();
      logical = parts.stream().anyMatch(p -> p.role() == Role.EXTENDED);
    } else if (facts.counted().isPresent() && facts.logical().isPresent()) {
      count = facts.counted().getAsInt();
      logical = facts.logical().get();
    } else {
      return new Point<>(
          topic, State.ASK, "not counted", "Read the first sectors, or count by hand");
    }
    if (logical) {
      return new Point<>(
          topic,
          State.BAD,
          "logical partitions in an extended one",
          "Save them and remove it, or install anew");
    }
    if (count == 0) {
      return new Point<>(topic, State.BAD, "none", "There is no system on it");
    }
    if (count > MOST_PRIMARY) {
      return new Point<>(
          topic,
          State.BAD,
          count + " primary, one too many",
          "Save one that is not needed and remove it, or install anew");
    }
    return Point.good(topic, count + " primary, none extended");
  }

  /**
   * Sectors that the new tables need at an end of this disk.
   *
   * @param sectors {@link #FRONT} or {@link #BEHIND}, which say it for sectors of 512 bytes
   */
  public static long needed(int sectors, DiskLayout layout) {
    int header = sectors == FRONT ? 2 : 1;
    return header + (ENTRIES + layout.sectorSize() - 1) / layout.sectorSize();
  }

  private static Point<Topic> front(Optional<DiskLayout> layout) {
    Topic topic = Topic.FRONT;
    if (layout.isEmpty() || layout.get().front().isEmpty()) {
      return unread(topic);
    }
    long room = layout.get().front().getAsLong();
    long needed = needed(FRONT, layout.get());
    return room >= needed
        ? Point.good(topic, count(room) + " sectors, " + needed + " needed")
        : new Point<>(
            topic,
            State.BAD,
            count(room) + " sectors, " + needed + " needed",
            "Move the first partition, or install anew");
  }

  private static Point<Topic> behind(Optional<DiskLayout> layout) {
    Topic topic = Topic.BEHIND;
    if (layout.isEmpty() || layout.get().behind().isEmpty()) {
      return unread(topic);
    }
    long room = layout.get().behind().getAsLong();
    long needed = needed(BEHIND, layout.get());
    if (room < 0) {
      return new Point<>(
          topic,
          State.BAD,
          "the last partition ends beyond the disk",
          "Write down the right number of sectors, or save the data: the table is wrong");
    }
    return room >= needed
        ? Point.good(topic, count(room) + " sectors, " + needed + " needed")
        : new Point<>(
            topic,
            State.BAD,
            count(room) + " sectors, " + needed + " needed",
            "Shrink the last partition by 1 MiB");
  }

  /** Without sectors the converter's own trial run, which writes nothing, has the word. */
  private static Point<Topic> unread(Topic topic) {
    return new Point<>(topic, State.SHEET, "not read", "The trial run on the sheet says it");
  }

  private static String count(long sectors) {
    return String.format(Locale.ROOT, "%,d", sectors);
  }

  private static Point<Topic> system(Optional<Boolean> sixtyFourBit) {
    Topic topic = Topic.SYSTEM;
    if (sixtyFourBit.isEmpty()) {
      return new Point<>(topic, State.ASK, "not looked at", "Look it up in the system's own page");
    }
    return sixtyFourBit.get()
        ? Point.good(topic, "64-bit, on this disk")
        : new Point<>(topic, State.BAD, "32-bit, or not on this disk", "Install a 64-bit one anew");
  }

  private static Point<Topic> firmware(Optional<Boolean> newWay) {
    Topic topic = Topic.FIRMWARE;
    if (newWay.isEmpty()) {
      return new Point<>(
          topic, State.ASK, "not looked at", "Look whether its boot page offers the new way");
    }
    return newWay.get()
        ? Point.good(topic, "can start the new way")
        : new Point<>(topic, State.BAD, "knows only the old way", "Leave the disk as it is");
  }

  private static Point<Topic> encryption(Encryption encryption) {
    Topic topic = Topic.ENCRYPTION;
    return switch (encryption) {
      case NONE, SUSPENDED -> Point.good(topic, encryption.words());
      case ACTIVE ->
          new Point<>(
              topic,
              State.SHEET,
              "active",
              "The sheet suspends it; have the recovery key at hand first");
      case NO_KEY ->
          new Point<>(
              topic, State.BAD, encryption.words(), "Have the customer bring the key first");
      case UNREADABLE ->
          new Point<>(
              topic,
              State.BAD,
              "encrypted, and the system does not start",
              "Get it to start first; the conversion runs in it");
      case UNKNOWN ->
          new Point<>(topic, State.ASK, encryption.words(), "Look whether the drive is encrypted");
    };
  }

  private static Point<Topic> saved(Facts facts) {
    Topic topic = Topic.SAVED;
    if (facts.saved().isPresent()) {
      return Point.good(topic, facts.saved().get());
    }
    return facts.wanted()
        ? new Point<>(topic, State.SHEET, "not yet", "The sheet copies and compares first")
        : Point.good(topic, "the customer wants nothing kept");
  }
}
