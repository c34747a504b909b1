package dottore.app.drive;

import dottore.app.ticket.TicketFile;
import dottore.core.drive.Conversion;
import dottore.core.drive.TransferTime;
import dottore.core.drive.TransferTime.Link;
import dottore.core.drive.WrongDisk;
import dottore.core.firmware.Encryption;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.Drive;
import dottore.core.machine.Scheme;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.stream.Stream;

/** What is known on a ticket of the machine's drives, read from its log and its put-back list. */
final class DriveDesk {
  private final TicketFile file;
  private final LayoutNote notes;
  private final Map<String, String> facts;
  private final List<Drive> drives = new ArrayList<>();

  private DriveDesk(TicketFile file, LayoutNote notes) {
    this.file = file;
    this.notes = notes;
    this.facts = file.facts(Integer.MAX_VALUE);
    for (int number : numbers()) {
      drives.add(made(number));
    }
  }

  static DriveDesk of(TicketFile file, LayoutNote notes) {
    return new DriveDesk(file, notes);
  }

  private boolean there(int number) {
    return Stream.of("model", "serial", "gb", "holds", "layout")
        .anyMatch(what -> !get(DriveForm.fact(number, what)).isEmpty());
  }

  /** What was read of a drive, whatever was written down since. */
  Optional<DiskLayout> read(int number) {
    return find(DriveForm.fact(number, "layout")).map(notes::read);
  }

  private Drive made(int number) {
    Optional<DiskLayout> layout = read(number);
    Optional<Capacity> label =
        find(DriveForm.fact(number, "gb")).map(gb -> Capacity.ofGigabytes(Double.parseDouble(gb)));
    Optional<Capacity> read =
        layout.filter(l -> l.sectors().isPresent()).map(l -> l.size(l.sectors().getAsLong()));
    return new Drive(
        number,
        get(DriveForm.fact(number, "model")),
        get(DriveForm.fact(number, "serial")),
        read.or(() -> label),
        file.owed().stream().noneMatch(owed -> owed.what().equals(unplugged(number))),
        get(DriveForm.fact(number, "holds")),
        layout.filter(l -> !convertedSince(number, l)));
  }

  /** What was read of the system disk is past once somebody wrote down that it was converted. */
  private boolean convertedSince(int number, DiskLayout layout) {
    boolean system =
        find("target")
            .map(named -> named.equals(String.valueOf(number)))
            .orElse(numbers().size() == 1);
    return system && layout.scheme() == Scheme.MBR && get("scheme").equals("new");
  }

  private List<Integer> numbers() {
    return Stream.iterate(0, n -> n + 1).limit(DriveForm.MOST_DRIVES).filter(this::there).toList();
  }

  /** What is owed to the machine while a drive is unplugged. */
  static String unplugged(int number) {
    return "disk " + number + " unplugged";
  }

  TicketFile file() {
    return file;
  }

  Map<String, String> facts() {
    return facts;
  }

  String get(String fact) {
    return facts.getOrDefault(fact, "");
  }

  Optional<String> find(String fact) {
    return Optional.of(get(fact)).filter(text -> !text.isBlank());
  }

  List<Drive> drives() {
    return drives;
  }

  Optional<Drive> drive(int number) {
    return drives.stream().filter(d -> d.number() == number).findFirst();
  }

  /** The first number that no drive has; empty if all are taken. */
  OptionalInt free() {
    return Stream.iterate(0, n -> n + 1)
        .limit(DriveForm.MOST_DRIVES)
        .filter(n -> drive(n).isEmpty())
        .mapToInt(Integer::intValue)
        .findFirst();
  }

  /** The system disk: the one that was named, or the only one there is. */
  Optional<Drive> target() {
    return find("target")
        .map(Integer::parseInt)
        .flatMap(this::drive)
        .or(() -> drives.size() == 1 ? Optional.of(drives.get(0)) : Optional.empty());
  }

  Optional<WrongDisk> which() {
    return target().map(target -> WrongDisk.of(target, drives, get("serial-read")));
  }

  Optional<Boolean> newMode() {
    return find("boot-mode").map("new"::equals);
  }

  /** Whether the firmware can start the new way: as somebody looked, or since it does so now. */
  private Optional<Boolean> newWay() {
    return find("old-only").map("no"::equals).or(() -> newMode().filter(now -> now));
  }

  Encryption encryption() {
    return find("encryption").map(Encryption::of).orElse(Encryption.UNKNOWN);
  }

  /** Where the data was saved; it counts once the copy was compared. */
  Optional<String> saved() {
    return find("saved-where").filter(where -> get("saved-compared").equals("yes"));
  }

  boolean wanted() {
    return !file.backup().equals("nothing-wanted");
  }

  Optional<Conversion> conversion() {
    return which()
        .map(
            which ->
                Conversion.of(
                    new Conversion.Facts(
                        which,
                        find("scheme").map(s -> s.equals("new") ? Scheme.GPT : Scheme.MBR),
                        find("primaries")
                            .map(n -> OptionalInt.of(Integer.parseInt(n)))
                            .orElse(OptionalInt.empty()),
                        find("logical").map("yes"::equals),
                        find("system-64").map("yes"::equals),
                        newWay(),
                        encryption(),
                        saved().map(where -> where + ", compared"),
                        wanted())));
  }

  /** How long a copy takes; empty until it is known how much, and over what. */
  Optional<TransferTime> copyTime() {
    List<Link> links =
        Stream.of("copy-from", "copy-over", "copy-to")
            .flatMap(fact -> find(fact).stream())
            .flatMap(id -> Arrays.stream(Link.values()).filter(l -> DriveForm.id(l).equals(id)))
            .toList();
    Optional<Capacity> amount =
        find("used-gb").map(gb -> Capacity.ofGigabytes(Double.parseDouble(gb)));
    OptionalDouble measured =
        find("copy-speed")
            .map(Double::parseDouble)
            .filter(speed -> speed > 0)
            .map(OptionalDouble::of)
            .orElse(OptionalDouble.empty());
    return amount.filter(a -> !links.isEmpty()).map(a -> TransferTime.of(a, links, measured));
  }
}
