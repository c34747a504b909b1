package dottore.core.system;

import dottore.core.drive.DriveDesk;
import dottore.core.drive.DriveFacts;
import dottore.core.drive.DriveState;
import dottore.core.drive.TransferTime;
import dottore.core.drive.WriteCard;
import dottore.core.drive.WrongDisk;
import dottore.core.driver.Platform;
import dottore.core.facts.Facts;
import dottore.core.facts.MachineFacts;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.Drive;
import dottore.core.machine.Passport;
import dottore.core.machine.Passport.Abilities;
import dottore.core.machine.Scheme;
import dottore.core.swap.SwapFacts;
import dottore.core.system.Readiness.Machine;
import dottore.core.system.Readiness.Prices;
import dottore.core.system.SystemFacts.Signed;
import dottore.core.ticket.Job;
import dottore.core.ticket.Start;
import dottore.core.units.Capacity;
import dottore.core.upgrade.UpgradeFacts;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/** What is known of a machine's system, and what follows. */
public final class SystemDesk {
  /** What the gate looks at before the work begins. */
  public enum Topic {
    SYSTEM("System"),
    READY("Machine"),
    ROAD("Road"),
    KEY("Key"),
    DISK("Which disk"),
    DATA("Data"),
    CONSENT("Agreed");

    private final String words;

    Topic(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * How a shop does it where shops differ.
   *
   * @param offline whether the first start is without network
   * @param keyAtSetup whether the key is typed during setup
   * @param otherDrivesIn whether other drives stay in and the target is told by size and serial
   */
  public record Habits(boolean offline, boolean keyAtSetup, boolean otherDrivesIn) {
    public static final Habits USUAL = new Habits(false, false, false);
  }

  private final Job job;
  private final Facts facts;
  private final DriveDesk drives;
  private final SystemProfiles profiles;
  private final Optional<SystemProfile> wanted;
  private final Optional<Readiness> readiness;
  private final Optional<SystemRoads> roads;

  private SystemDesk(Job job, SystemProfiles profiles, Prices prices) {
    this.job = job;
    this.facts = job.log().facts();
    this.drives = DriveDesk.of(job);
    this.profiles = profiles;
    this.wanted = chosen();
    this.readiness = wanted.map(profile -> Readiness.of(profile, machine(), prices));
    this.roads = wanted.map(this::priced);
  }

  public static SystemDesk of(Job job, SystemProfiles profiles) {
    return of(job, profiles, Prices.NONE);
  }

  /**
   * @param prices of the parts that a system may want
   */
  public static SystemDesk of(Job job, SystemProfiles profiles, Prices prices) {
    return new SystemDesk(job, profiles, prices);
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

  /** The systems that run on this kind of machine. */
  public List<SystemProfile> choices() {
    return profiles.on(job.kind());
  }

  /** The system to put on: as chosen, or the only one there is for the kind. */
  public Optional<SystemProfile> wanted() {
    return wanted;
  }

  private Optional<SystemProfile> chosen() {
    return profiles
        .named(facts.get(SystemFacts.WANTED))
        .filter(profile -> profile.kinds().contains(job.kind()))
        .or(() -> choices().size() == 1 ? Optional.of(choices().get(0)) : Optional.empty());
  }

  /** The system that is on it, if somebody said. */
  public Optional<SystemProfile> had() {
    return profiles.named(facts.get(SystemFacts.HAD));
  }

  /** The system on a machine, as its drivers need to know it; empty while nobody said which. */
  public static Optional<Platform> platform(Job job, SystemProfiles profiles) {
    Facts known = job.log().facts();
    List<SystemProfile> only = profiles.on(job.kind());
    return profiles
        .named(known.get(SystemFacts.HAD))
        .or(() -> only.size() == 1 ? Optional.of(only.get(0)) : Optional.empty())
        .map(
            profile ->
                profile.platform(
                    known
                        .find(UpgradeFacts.BITS)
                        .map(bits -> OptionalInt.of(bits(bits)))
                        .orElse(OptionalInt.empty())));
  }

  private static int bits(UpgradeFacts.Bits bits) {
    return bits == UpgradeFacts.Bits.SIXTY_FOUR ? 64 : 32;
  }

  /** The machine as it was looked at, typed or read. */
  public Machine machine() {
    Optional<Passport> passport = job.passport();
    Abilities can = passport.map(Passport::can).orElse(Abilities.UNKNOWN);
    OptionalInt cores =
        facts
            .find(SystemFacts.CORES)
            .map(OptionalInt::of)
            .orElseGet(
                () ->
                    passport.stream()
                        .flatMap(p -> p.processors().stream())
                        .flatMapToInt(cpu -> cpu.cores().stream())
                        .max());
    Optional<Capacity> memory =
        facts
            .find(UpgradeFacts.MEMORY)
            .map(gib -> Capacity.ofGibibytes(gib.doubleValue()))
            .or(() -> passport.map(Passport::memoryShown).filter(size -> size.bytes() > 0));
    Optional<Capacity> disk =
        drives
            .target()
            .flatMap(Drive::size)
            .or(
                () ->
                    facts
                        .find(UpgradeFacts.DISK)
                        .map(gb -> Capacity.ofGigabytes(gb.doubleValue())));
    return new Machine(
        facts.find(UpgradeFacts.BITS).map(b -> OptionalInt.of(bits(b))).orElse(can.bits()),
        cores,
        memory,
        disk,
        facts.find(SystemFacts.SOLID_STATE),
        facts.find(MachineFacts.BOOT_MODE),
        facts
            .find(MachineFacts.OLD_ONLY)
            .or(() -> can.newWay().map(newWay -> !newWay))
            .orElse(false),
        facts.find(MachineFacts.SCHEME).map(scheme -> scheme == Scheme.MBR),
        facts.find(UpgradeFacts.SECURE_BOOT).map(s -> s == UpgradeFacts.Switch.ON),
        facts
            .find(UpgradeFacts.CHIP)
            .map(SystemDesk::chip)
            .or(() -> can.chip() ? Optional.of(Optional.of(true)) : Optional.empty()),
        facts.find(UpgradeFacts.LISTED));
  }

  private static Optional<Boolean> chip(UpgradeFacts.Chip chip) {
    return chip == UpgradeFacts.Chip.NONE
        ? Optional.empty()
        : Optional.of(chip == UpgradeFacts.Chip.ON);
  }

  /** Whether the machine has what the wanted system wants; empty while none is chosen. */
  public Optional<Readiness> readiness() {
    return readiness;
  }

  /** The seven roads on one scale; empty while no system is chosen. */
  public Optional<SystemRoads> roads() {
    return roads;
  }

  private SystemRoads priced(SystemProfile profile) {
    return SystemRoads.of(
        new SystemRoads.Facts(
            profile,
            had(),
            readiness.orElseThrow().verdict(),
            facts.find(SystemFacts.STARTS),
            facts.find(SystemFacts.UNSTABLE),
            facts.find(SystemFacts.UNWANTED),
            facts.find(SystemFacts.OTHER_BOARD),
            facts.find(SystemFacts.ORIGIN),
            facts.find(SystemFacts.YEARS).map(Number::doubleValue),
            facts.find(SystemFacts.PROGRAMS),
            facts.find(SystemFacts.FREE).map(Number::doubleValue),
            facts.find(DriveFacts.STATE),
            drives.copyTime().map(TransferTime::most),
            drives.wanted(),
            !facts.get(SwapFacts.NEW_SERIAL).isEmpty(),
            facts.find(SystemFacts.KEY_KNOWN),
            new SystemRoads.Beside(
                facts.find(SystemFacts.MEDIUM),
                facts.find(SystemFacts.WRONG),
                facts.find(SystemFacts.SECOND_SYSTEM).orElse(false))));
  }

  /** The road that was chosen, while it can be taken. */
  public Optional<SystemRoad> road() {
    return facts
        .find(SystemFacts.ROAD)
        .filter(road -> roads().filter(roads -> roads.road(road).choice().open()).isPresent());
  }

  /** What follows from where setup stood still. */
  public Optional<Stall.Verdict> stall() {
    return Stall.judge(facts.find(SystemFacts.FIRST_STALL), facts.find(SystemFacts.SECOND_STALL));
  }

  /** What must be seen before the drive is written; empty while nobody named it. */
  public Optional<WriteCard> card() {
    return drives.card();
  }

  public Gate<Topic> gate() {
    List<Point<Topic>> points = new ArrayList<>();
    points.add(
        wanted()
            .map(profile -> Point.good(Topic.SYSTEM, profile.name()))
            .orElseGet(() -> Point.ask(Topic.SYSTEM, "which one is put on", "Choose it below")));
    readiness().ifPresent(readiness -> points.add(readyPoint(readiness)));
    points.add(
        road()
            .map(road -> Point.good(Topic.ROAD, road.words()))
            .orElseGet(() -> Point.ask(Topic.ROAD, "not chosen", "Choose one")));
    keyMatch()
        .filter(match -> !match.differs().isEmpty())
        .ifPresent(
            match ->
                points.add(
                    Point.bad(
                        Topic.KEY,
                        String.join(", ", match.differs()),
                        "Put on what the key is for, or find the key of this one")));
    if (road().filter(SystemRoad::erases).isPresent()) {
      points.add(diskPoint());
      points.add(dataPoint());
      points.add(
          job.mayErase()
              ? Point.good(Topic.CONSENT, "may be erased")
              : Point.bad(
                  Topic.CONSENT,
                  "nobody agreed that it is erased",
                  "Ask the customer, write it down under Arrival"));
    } else if (road().filter(SystemRoad::inPlace).isPresent()) {
      points.add(dataPoint());
    }
    return new Gate<>(points);
  }

  /** Whether what is put on is what the key is for; empty where it needs none. */
  public Optional<KeyMatch> keyMatch() {
    return wanted()
        .filter(profile -> profile.key().isPresent())
        .filter(
            profile ->
                road().filter(r -> r == SystemRoad.CLEAN || r == SystemRoad.UPGRADE).isPresent())
        .map(profile -> KeyMatch.of(facts));
  }

  /** The drive that it goes on; empty while nobody named it. */
  public Optional<Drive> target() {
    return drives.target();
  }

  /** How the target is divided once it is installed clean; empty while its size is not known. */
  public Optional<DiskLayout> fresh() {
    return wanted()
        .filter(profile -> road().filter(r -> r == SystemRoad.CLEAN).isPresent())
        .flatMap(
            profile ->
                drives
                    .target()
                    .flatMap(Drive::size)
                    .filter(size -> !facts.find(SystemFacts.SECOND_SYSTEM).orElse(false))
                    .map(
                        size ->
                            FreshLayout.of(
                                size, profile, facts.find(SystemFacts.TWO_VOLUMES).orElse(false))));
  }

  private Point<Topic> readyPoint(Readiness readiness) {
    Readiness.Verdict verdict = readiness.verdict();
    boolean same = had().isPresent() && had().equals(wanted());
    return switch (verdict) {
      case READY -> Point.good(Topic.READY, "has what it wants");
      case SETTINGS -> settingsPoint(readiness.stops().size(), same);
      case ASK ->
          same
              ? Point.good(Topic.READY, "the same system ran on it")
              : Point.ask(Topic.READY, "nobody looked at all of it", "Look at the list below");
      case PARTS ->
          Point.bad(
              Topic.READY,
              "parts are missing: " + readiness.stops().get(0).topic().toLowerCase(Locale.ROOT),
              "Put them in first");
      case NOT_MADE_FOR_IT ->
          facts.find(SystemFacts.SIGNED).filter(s -> s == Signed.AT_OWN_RISK).isPresent()
              ? Point.bad(
                  Topic.READY,
                  "signed at their own risk, and setup refuses it",
                  "No way round is given here: another system, or as it is")
              : Point.bad(
                  Topic.READY,
                  "not made for this machine",
                  "Show the customer what is missing, and write down what they sign");
    };
  }

  /**
   * A fresh install has them on its own sheet; over the old system they have an order of theirs.
   */
  private Point<Topic> settingsPoint(int settings, boolean same) {
    String words = settings + (settings == 1 ? " setting" : " settings");
    if (road().filter(road -> road == SystemRoad.UPGRADE).isPresent()) {
      return Point.bad(
          Topic.READY, words + " first", "Fix, Firmware, Upgrade blockers: their one order");
    }
    return same && road().filter(SystemRoad::inPlace).isPresent()
        ? Point.good(Topic.READY, "the same system ran on it")
        : Point.onSheet(Topic.READY, words + ", on the sheet", "");
  }

  private Point<Topic> diskPoint() {
    Optional<WrongDisk> which = drives.which();
    if (which.isEmpty()) {
      return Point.ask(Topic.DISK, "nobody said which it is", "Fix, Drive, Which disk");
    }
    return which.get().verdict().sure()
        ? Point.good(Topic.DISK, which.get().target().described())
        : which.get().verdict() == WrongDisk.Verdict.ALIKE
            ? Point.onSheet(Topic.DISK, "another looks like it: unplugged on the sheet", "")
            : Point.bad(
                Topic.DISK, "another one was shown", "Fix, Drive, Which disk: read it again");
  }

  private Point<Topic> dataPoint() {
    if (drives.safe()) {
      return Point.good(
          Topic.DATA,
          drives.saved().map(where -> where + ", compared").orElse("nothing is wanted"));
    }
    DriveState state = facts.find(DriveFacts.STATE).orElse(DriveState.READS);
    return state.readable()
        ? Point.onSheet(Topic.DATA, "copied and compared first, on the sheet", "")
        : Point.bad(
            Topic.DATA,
            "the drive " + state.words() + ", and there is no copy",
            "Power off; Fix, Drive, Save says what then");
  }

  /** Whether the work may begin. */
  public Start start(Habits habits) {
    for (Point<Topic> point : gate().open()) {
      return Start.notYet(point.topic().words() + ": " + point.words() + ". " + point.todo() + ".");
    }
    SystemRoad road = road().orElseThrow();
    if (road == SystemRoad.CLONE) {
      return Start.notYet("A clone is made under Fix, Drive, Replace.");
    }
    if (road == SystemRoad.LEAVE) {
      return Start.notYet("There is nothing to do: say so at hand-over.");
    }
    SystemProfile profile = wanted().orElseThrow();
    return Start.go(
        SystemSheets.of(this, profile, road, habits),
        Map.of(SystemKind.ROAD, road.id(), SystemKind.PROFILE, profile.id()));
  }
}
