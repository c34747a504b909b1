package dottore.core.swap;

import dottore.core.drive.DriveDesk;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.DriveState;
import dottore.core.drive.TransferTime;
import dottore.core.drive.WriteCard;
import dottore.core.drive.WrongDisk;
import dottore.core.facts.Facts;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.machine.Drive;
import dottore.core.swap.DriveForm.Tongue;
import dottore.core.swap.SwapFacts.OldOne;
import dottore.core.swap.SwapFacts.Use;
import dottore.core.ticket.Job;
import dottore.core.ticket.Start;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What is known of a drive that is exchanged, and what follows. */
public final class SwapDesk {
  /** What the gate looks at before the case is opened. */
  public enum Topic {
    OPEN("May be opened"),
    FIT("Fits"),
    SERIAL("Told apart"),
    ROAD("Road"),
    DATA("Data"),
    OLD_ONE("Old drive");

    private final String words;

    Topic(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  private final Job job;
  private final Facts facts;
  private final DriveDesk drives;

  private SwapDesk(Job job) {
    this.job = job;
    this.facts = job.log().facts();
    this.drives = DriveDesk.of(job);
  }

  public static SwapDesk of(Job job) {
    return new SwapDesk(job);
  }

  public Facts facts() {
    return facts;
  }

  Job job() {
    return job;
  }

  DriveDesk drives() {
    return drives;
  }

  /** What the new drive is for; the old one's place while nobody said. */
  public Use use() {
    return facts.find(SwapFacts.USE).orElse(Use.SYSTEM);
  }

  /** Where the new drive goes: as somebody looked, or by what came out of it. */
  public Optional<Slot> slot() {
    Optional<Slot.Place> place = facts.find(SwapFacts.PLACE);
    if (place.isEmpty()) {
      return facts.find(SwapFacts.OUT).map(Slot::thatHeld);
    }
    return Optional.of(
        switch (place.get()) {
          case LARGE_BAY -> Slot.largeBay();
          case SMALL_BAY ->
              Slot.smallBay(
                  facts.find(SwapFacts.HEIGHT).map(SwapFacts.Height::millimeters).orElse(0.0));
          case CARD ->
              Slot.card(
                  facts.find(SwapFacts.KEY),
                  facts.find(SwapFacts.LENGTH).map(SwapFacts.Length::millimeters).orElse(0),
                  facts.find(SwapFacts.SPEAKS).map(SwapDesk::tongues).orElse(Set.of()));
          case SOLDERED -> Slot.soldered();
        });
  }

  private static Set<Tongue> tongues(SwapFacts.Speaks speaks) {
    return switch (speaks) {
      case NVME -> Set.of(Tongue.NVME);
      case SATA -> Set.of(Tongue.SATA);
      case BOTH -> Set.of(Tongue.SATA, Tongue.NVME);
    };
  }

  private Fit.Start starts() {
    Optional<Boolean> seen =
        facts
            .find(SwapFacts.OUT)
            .filter(out -> out.tongue() == Tongue.NVME)
            .map(startedFromIt -> true);
    return new Fit.Start(use() == Use.SYSTEM, facts.find(SwapFacts.STARTS_NVME).or(() -> seen));
  }

  /** Every form of drive in that place, the best first; empty while nobody looked. */
  public List<Fit> fits() {
    return slot().map(slot -> Fit.all(slot, starts())).orElse(List.of());
  }

  /** Whether the new drive goes in. */
  public Optional<Fit> fit() {
    return slot()
        .flatMap(slot -> facts.find(SwapFacts.NEW).map(form -> Fit.of(slot, form, starts())));
  }

  private Optional<Capacity> amount() {
    return facts.find(DriveFacts.USED).map(gb -> Capacity.ofGigabytes(gb.doubleValue()));
  }

  /** The size to buy; empty while nobody knows how much is used, or no drive is that large. */
  public Optional<SizeToBuy> size() {
    Capacity growth =
        facts
            .find(SwapFacts.GROWTH)
            .map(gb -> Capacity.ofGigabytes(gb.doubleValue()))
            .orElse(new Capacity(0));
    return amount().flatMap(used -> SizeToBuy.of(used, growth));
  }

  public Roads roads() {
    return Roads.of(
        new Roads.Facts(
            job.kind(),
            facts.find(DriveFacts.STATE),
            facts.find(SwapFacts.SOUND),
            facts.find(SwapFacts.WISH),
            facts.find(SwapFacts.IMAGE),
            drives.copyTime().map(TransferTime::most),
            drives.copyTime().map(TransferTime::ofBlocks),
            job.backup().wanted()));
  }

  /** The road that was chosen, while it can be taken. */
  public Optional<Road> road() {
    return facts.find(SwapFacts.ROAD).filter(road -> roads().choice(road).open());
  }

  public ScrewMap screws() {
    return facts.find(SwapFacts.SCREWS).orElse(ScrewMap.empty());
  }

  /** The drive that comes out; empty if none is written down as the system disk. */
  public Optional<Drive> old() {
    return use() == Use.SYSTEM ? drives.target() : Optional.empty();
  }

  private int number() {
    return old().map(Drive::number).orElseGet(() -> drives.free().orElse(0));
  }

  /** The new drive as it is spoken of; empty until its size and serial are written down. */
  public Optional<Drive> fresh() {
    String serial = facts.get(SwapFacts.NEW_SERIAL);
    return facts
        .find(SwapFacts.NEW_GB)
        .filter(gb -> gb.signum() > 0 && !serial.isEmpty())
        .map(
            gb ->
                new Drive(
                    number(),
                    facts.get(SwapFacts.NEW_MODEL),
                    serial,
                    Optional.of(Capacity.ofGigabytes(gb.doubleValue())),
                    true,
                    "",
                    Optional.empty()));
  }

  /**
   * The drives that hang on the machine while the new one is written: the new one in the old one's
   * place, or beside all others; the old one too while it is cloned.
   */
  public List<Drive> expected() {
    List<Drive> there = new ArrayList<>(drives.drives());
    boolean cloned = road().filter(road -> road == Road.CLONE).isPresent();
    old().filter(old -> !cloned).ifPresent(there::remove);
    fresh().ifPresent(there::add);
    return List.copyOf(there);
  }

  /** Whether everything that somebody wants is elsewhere, or nobody wants anything. */
  boolean safe() {
    return drives.safe();
  }

  /** What must be seen before the new drive is written; empty until it is written down. */
  public Optional<WriteCard> card() {
    Point<Topic> data = dataPoint();
    return fresh()
        .map(
            fresh ->
                WriteCard.ofNew(
                    WrongDisk.of(fresh, expected(), facts.get(DriveFacts.SERIAL_READ)),
                    use() == Use.DATA
                        ? "nothing is moved for it"
                        : "of the old one: " + data.words(),
                    use() == Use.DATA || data.passes()));
  }

  public Gate<Topic> gate() {
    List<Point<Topic>> points = new ArrayList<>();
    points.add(
        job.mayOpen()
            ? Point.good(Topic.OPEN, "the case may be opened")
            : Point.bad(Topic.OPEN, "the case may not be opened", "Ask the customer"));
    points.add(fitPoint());
    points.add(serialPoint());
    if (use() == Use.SYSTEM) {
      points.add(roadPoint());
      points.add(dataPoint());
      points.add(oldPoint());
    }
    return new Gate<>(points);
  }

  private Point<Topic> fitPoint() {
    if (slot().isEmpty()) {
      return Point.ask(Topic.FIT, "nobody said where it goes", "Say what is in it, or its place");
    }
    if (facts.find(SwapFacts.NEW).isEmpty()) {
      return Point.ask(Topic.FIT, "no new drive chosen", "Take one from the table");
    }
    Fit fit = fit().orElseThrow();
    String words = fit.form().words();
    return switch (fit.verdict()) {
      case FITS -> Point.good(Topic.FIT, words);
      case WITH -> Point.good(Topic.FIT, words + ", with " + String.join(" and ", fit.needs()));
      case ASK -> Point.ask(Topic.FIT, words + ": not known", fit.why());
      case NO_START, NO -> Point.bad(Topic.FIT, words + ": " + fit.verdict().words(), fit.why());
    };
  }

  private Point<Topic> serialPoint() {
    Optional<Drive> fresh = fresh();
    Optional<String> last = fresh.flatMap(Drive::lastFour);
    if (last.isEmpty()) {
      return Point.ask(
          Topic.SERIAL, "size and serial of the new drive", "Off its label, before it goes in");
    }
    List<Drive> same =
        drives.drives().stream()
            .filter(d -> d.lastFour().equals(last) && !d.serial().isEmpty())
            .toList();
    return same.isEmpty()
        ? Point.good(Topic.SERIAL, "the new one ends in " + last.get())
        : Point.bad(
            Topic.SERIAL,
            same.get(0).name() + " ends in " + last.get() + " too",
            "Look at both labels again");
  }

  private Point<Topic> roadPoint() {
    return road()
        .map(road -> Point.good(Topic.ROAD, road.words()))
        .orElseGet(() -> Point.ask(Topic.ROAD, "not chosen", "Choose one"));
  }

  private Point<Topic> dataPoint() {
    if (safe()) {
      return Point.good(
          Topic.DATA,
          drives.saved().map(where -> where + ", compared").orElse("nothing is wanted"));
    }
    DriveState state = facts.find(DriveFacts.STATE).orElse(null);
    if (state == null) {
      return Point.ask(
          Topic.DATA, "wanted, and has no copy that was compared", "How does the old drive do?");
    }
    return switch (state) {
      case READS, ERRORS ->
          Point.onSheet(
              Topic.DATA,
              road().filter(road -> road == Road.CLONE).isPresent()
                  ? "the clone is its copy, and the old drive stays as it is"
                  : "copied first, on the sheet",
              "");
      case CLICKS, DEAD ->
          facts
              .find(DriveFacts.SPECIALIST)
              .map(word -> Point.good(Topic.DATA, "a specialist: " + word.words()))
              .orElseGet(
                  () ->
                      Point.bad(
                          Topic.DATA,
                          state == DriveState.CLICKS
                              ? "it clicks and has no copy: every start costs data"
                              : "it does not answer and has no copy",
                          "Power off; offer a data specialist and write down what is decided"));
    };
  }

  private Point<Topic> oldPoint() {
    Optional<OldOne> then = facts.find(SwapFacts.OLD_ONE);
    if (then.isEmpty()) {
      return Point.ask(Topic.OLD_ONE, "what becomes of it", "Agree on it with the customer");
    }
    if (then.get() == OldOne.ERASED && !job.mayErase()) {
      return Point.bad(
          Topic.OLD_ONE, "nobody agreed that it is erased", "Ask the customer, or keep it");
    }
    if (then.get() == OldOne.ERASED && !safe() && drives.wanted()) {
      return Point.bad(
          Topic.OLD_ONE, "its data has no copy that was compared", "Compare the copy, or keep it");
    }
    if (then.get() == OldOne.ERASED && old().flatMap(Drive::lastFour).isEmpty()) {
      return Point.bad(
          Topic.OLD_ONE, "its serial is not written down", "Say under Which disk which one it is");
    }
    return Point.good(Topic.OLD_ONE, then.get().words());
  }

  /** Whether the exchange may begin. */
  public Start start() {
    if (!SwapKind.opens(job.kind())) {
      return Start.notYet("The drive of such a machine is part of its board.");
    }
    for (Point<Topic> point : gate().open()) {
      return Start.notYet(point.topic().words() + ": " + point.words() + ". " + point.todo() + ".");
    }
    Drive fresh = fresh().orElseThrow();
    Map<String, String> about = new HashMap<>();
    about.put(SwapKind.USE, use().name());
    about.put(SwapKind.NUMBER, String.valueOf(fresh.number()));
    about.put(SwapKind.SERIAL, fresh.serial());
    about.put(SwapKind.MODEL, fresh.model());
    about.put(SwapKind.SIZE, facts.find(SwapFacts.NEW_GB).orElseThrow().toPlainString());
    return Start.go(SwapSheets.of(this), about);
  }
}
