package dottore.core.drive;

import dottore.core.drive.TransferTime.Link;
import dottore.core.facts.Fact;
import dottore.core.facts.Facts;
import dottore.core.facts.MachineFacts;
import dottore.core.machine.BootMode;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.Drive;
import dottore.core.machine.Encryption;
import dottore.core.machine.Scheme;
import dottore.core.reading.Answer;
import dottore.core.reading.DiskReading;
import dottore.core.runsheet.SheetStep.Making;
import dottore.core.ticket.Job;
import dottore.core.ticket.Start;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * What is known of a machine's drives, read from its log and its put-back list, and what follows.
 */
public final class DriveDesk {
  private final Job job;
  private final Facts facts;
  private final List<Drive> drives = new ArrayList<>();

  private DriveDesk(Job job) {
    this.job = job;
    this.facts = job.log().facts();
    List<Integer> numbers =
        IntStream.range(0, DriveFacts.MOST_DRIVES).filter(this::there).boxed().toList();
    numbers.forEach(number -> drives.add(made(number, numbers.size())));
  }

  public static DriveDesk of(Job job) {
    return new DriveDesk(job);
  }

  private boolean there(int number) {
    return DriveFacts.ofOne(number).stream().anyMatch(fact -> !facts.text(fact).isEmpty());
  }

  /** What was read of a drive, whatever was written down since. */
  public Optional<DiskLayout> read(int number) {
    return facts.find(DriveFacts.layout(number));
  }

  private Drive made(int number, int count) {
    Optional<DiskLayout> layout = read(number);
    Optional<Capacity> label =
        facts.find(DriveFacts.size(number)).map(gb -> Capacity.ofGigabytes(gb.doubleValue()));
    Optional<Capacity> read =
        layout.filter(l -> l.sectors().isPresent()).map(l -> l.size(l.sectors().getAsLong()));
    return new Drive(
        number,
        facts.get(DriveFacts.model(number)),
        facts.get(DriveFacts.serial(number)),
        read.or(() -> label),
        job.owed().stream().noneMatch(owed -> owed.is(unplugged(number))),
        facts.get(DriveFacts.holds(number)),
        layout.filter(l -> !convertedSince(number, count, l)));
  }

  /** What was read of the system disk is past once somebody wrote down that it was converted. */
  private boolean convertedSince(int number, int count, DiskLayout layout) {
    boolean system = facts.find(DriveFacts.TARGET).map(named -> named == number).orElse(count == 1);
    return system
        && layout.scheme() == Scheme.MBR
        && facts.find(MachineFacts.SCHEME).filter(s -> s == Scheme.GPT).isPresent();
  }

  /** The key of a drive on the put-back list while it hangs free. */
  public static String unplugged(int number) {
    return "disk." + number;
  }

  public Job job() {
    return job;
  }

  public Facts facts() {
    return facts;
  }

  public List<Drive> drives() {
    return Collections.unmodifiableList(drives);
  }

  public Optional<Drive> drive(int number) {
    return drives.stream().filter(d -> d.number() == number).findFirst();
  }

  /** The first number that no drive has; empty if all are taken. */
  public OptionalInt free() {
    return IntStream.range(0, DriveFacts.MOST_DRIVES).filter(n -> drive(n).isEmpty()).findFirst();
  }

  /** The system disk: the one that was named, or the only one there is. */
  public Optional<Drive> target() {
    return facts
        .find(DriveFacts.TARGET)
        .flatMap(this::drive)
        .or(() -> drives.size() == 1 ? Optional.of(drives.get(0)) : Optional.empty());
  }

  public Optional<WrongDisk> which() {
    return target().map(target -> WrongDisk.of(target, drives, facts.get(DriveFacts.SERIAL_READ)));
  }

  private Optional<Boolean> newMode() {
    return facts.find(MachineFacts.BOOT_MODE).map(mode -> mode == BootMode.NEW);
  }

  /** Whether the firmware can start the new way: as somebody looked, or since it does so now. */
  private Optional<Boolean> newWay() {
    return facts
        .find(MachineFacts.OLD_ONLY)
        .map(only -> !only)
        .or(() -> newMode().filter(now -> now));
  }

  public Encryption encryption() {
    return facts.get(MachineFacts.ENCRYPTION);
  }

  /** Where the data was saved; it counts once the copy was compared. */
  public Optional<String> saved() {
    return facts.find(DriveFacts.SAVED_WHERE).filter(where -> facts.get(DriveFacts.SAVED_COMPARED));
  }

  /** Whether anybody wants what is on it. */
  public boolean wanted() {
    return job.backup().wanted();
  }

  /** Whether everything that somebody wants is elsewhere, or nobody wants anything. */
  public boolean safe() {
    return !wanted() || saved().isPresent();
  }

  /** What must be seen before the system disk is written; empty while nobody named it. */
  public Optional<WriteCard> card() {
    return which().map(which -> WriteCard.of(this, which));
  }

  /** Whether the system disk can be converted in place; empty while nobody said which it is. */
  public Optional<Conversion> conversion() {
    return which()
        .map(
            which ->
                Conversion.of(
                    new Conversion.Facts(
                        which,
                        facts.find(MachineFacts.SCHEME),
                        facts
                            .find(DriveFacts.PRIMARIES)
                            .map(OptionalInt::of)
                            .orElse(OptionalInt.empty()),
                        facts.find(DriveFacts.LOGICAL),
                        facts.find(DriveFacts.SYSTEM_64),
                        newWay(),
                        encryption(),
                        saved().map(where -> where + ", compared"),
                        wanted())));
  }

  /** What the data passes on its way; empty while nobody said. */
  private List<Link> links() {
    return Stream.of(DriveFacts.COPY_FROM, DriveFacts.COPY_OVER, DriveFacts.COPY_TO)
        .flatMap(fact -> facts.find(fact).stream())
        .toList();
  }

  private OptionalDouble measured() {
    return facts
        .find(DriveFacts.COPY_SPEED)
        .filter(speed -> speed.signum() > 0)
        .map(speed -> OptionalDouble.of(speed.doubleValue()))
        .orElse(OptionalDouble.empty());
  }

  /** What is to be saved, added up. */
  public SavePlan savePlan() {
    return SavePlan.of(facts, links(), measured());
  }

  /** Whether nobody may read the system disk, and the customer decided nothing yet. */
  public boolean stopReading() {
    return facts.find(DriveFacts.STATE).filter(state -> !state.readable()).isPresent()
        && wanted()
        && saved().isEmpty()
        && !facts.has(DriveFacts.SPECIALIST);
  }

  /** How long a copy takes; empty until it is known how much, and over what. */
  public Optional<TransferTime> copyTime() {
    List<Link> links = links();
    Optional<Capacity> amount =
        facts
            .find(DriveFacts.USED)
            .map(gb -> Capacity.ofGigabytes(gb.doubleValue()))
            .or(() -> Optional.of(savePlan().amount()).filter(sum -> sum.bytes() > 0));
    return amount.filter(a -> !links.isEmpty()).map(a -> TransferTime.of(a, links, measured()));
  }

  /** What the table of the system disk says, as answers. */
  public List<Answer> answers() {
    return target()
        .flatMap(t -> read(t.number()))
        .map(layout -> DiskReading.of(layout, newMode()))
        .orElse(List.of());
  }

  /** What is known of a drive's scheme from its sectors. */
  public static Facts scheme(DiskLayout layout) {
    return layout.scheme() == Scheme.NONE
        ? Facts.none()
        : Facts.none().with(MachineFacts.SCHEME, layout.scheme());
  }

  /** What is forgotten when another disk becomes the system disk, and known of the new one. */
  public Facts aimedAnew() {
    Facts changed = Facts.none();
    for (Fact<?> fact : DriveFacts.OF_THE_SYSTEM_DISK) {
      changed = changed.without(fact);
    }
    return changed;
  }

  /** What is forgotten when a drive is taken off the list. */
  public Facts forgotten(int number) {
    Facts gone = Facts.none();
    for (Fact<?> fact : DriveFacts.ofOne(number)) {
      gone = gone.without(fact);
    }
    return facts.find(DriveFacts.TARGET).filter(t -> t == number).isPresent()
        ? gone.without(DriveFacts.TARGET)
        : gone;
  }

  /** Whether it may be tried on another machine. */
  public Start test() {
    return AdapterTest.start(this);
  }

  /** What is known once another machine saw it. */
  public static Facts seen(OverAdapter seen) {
    return Facts.none().with(DriveFacts.OVER_ADAPTER, seen).with(DriveFacts.STATE, seen.state());
  }

  /** The steps of saving the system disk before it is converted; empty while nobody named it. */
  public List<Making> saving() {
    return target()
        .map(target -> DriveSheets.save(target, saved(), wanted(), copyTime()))
        .orElse(List.of());
  }

  /** The steps of converting it; empty while nobody named it. */
  public List<Making> converting() {
    return which().map(DriveSheets::convert).orElse(List.of());
  }
}
