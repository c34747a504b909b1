package dottore.core.driver;

import dottore.core.driver.DriverFacts.Listed;
import dottore.core.driver.DriverPackage.Rank;
import dottore.core.driver.DriverPackage.Source;
import dottore.core.driver.Judged.Habits;
import dottore.core.driver.Judged.Verdict;
import dottore.core.facts.Facts;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.gate.State;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceKind;
import dottore.core.reading.Answer;
import dottore.core.ticket.Job;
import dottore.core.ticket.Start;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What is known of a machine's devices, and what follows. */
public final class DriverDesk {
  /** What the gate looks at before drivers are changed. */
  public enum Topic {
    LIST("Device list"),
    SYSTEM("System"),
    PACKAGES("Packages"),
    OVERWRITES("Overwrites");

    private final String words;

    Topic(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  private final Facts facts;
  private final DriverCatalog catalog;
  private final Optional<Platform> platform;
  private final List<Judged> judged;
  private final InstallOrder order;

  private DriverDesk(Job job, DriverCatalog catalog, Optional<Platform> platform, Habits habits) {
    this.facts = job.log().facts();
    this.catalog = catalog;
    this.platform = platform;
    Habits here = habits(habits);
    this.judged =
        platform
            .map(p -> devices().stream().map(d -> Judged.of(d, p, catalog, here)).toList())
            .orElse(List.of());
    this.order = InstallOrder.of(chosen(), stays(), offline());
  }

  /**
   * @param platform the system that is on it; empty while nobody said
   * @param habits of the shop or the ticket, as far as the machine lets
   */
  public static DriverDesk of(
      Job job, DriverCatalog catalog, Optional<Platform> platform, Habits habits) {
    return new DriverDesk(job, catalog, platform, habits);
  }

  /** Without a network what makes it work comes from the maker's page, over the stick. */
  private Habits habits(Habits shop) {
    Set<DeviceKind> makers = EnumSet.noneOf(DeviceKind.class);
    makers.addAll(shop.makers());
    if (offline()) {
      makers.add(DeviceKind.NETWORK);
      makers.add(DeviceKind.WIRELESS);
    }
    return new Habits(
        makers,
        shop.alwaysClean(),
        shop.settingsSuspected() || facts.find(DriverFacts.SETTINGS).orElse(false));
  }

  public Facts facts() {
    return facts;
  }

  public Optional<Platform> platform() {
    return platform;
  }

  public Optional<Listed> listed() {
    return facts.find(DriverFacts.DEVICES);
  }

  public List<Device> devices() {
    return listed().map(Listed::devices).orElse(List.of()).stream().map(this::kinded).toList();
  }

  /** What a list leaves open, a package that names the device closely says. */
  private Device kinded(Device device) {
    return device.kind() != DeviceKind.OTHER
        ? device
        : catalog.packages(device).stream()
            .filter(p -> p.rank(device).filter(r -> r != Rank.CLASS).isPresent())
            .map(DriverPackage::kind)
            .findFirst()
            .map(device::of)
            .orElse(device);
  }

  /** Every device with what its driver is worth; empty while the system is not known. */
  public List<Judged> judged() {
    return judged;
  }

  /**
   * Whether it cannot fetch anything: somebody said so, the list shows no network at work, or the
   * network is what brings it down.
   */
  public boolean offline() {
    return facts
        .find(DriverFacts.OFFLINE)
        .orElseGet(
            () -> {
              List<Device> network =
                  devices().stream()
                      .filter(
                          d -> d.kind() == DeviceKind.NETWORK || d.kind() == DeviceKind.WIRELESS)
                      .toList();
              return !network.isEmpty()
                  && network.stream()
                      .allMatch(d -> d.undriven() || d.mark().isPresent() || fellWith(d));
            });
  }

  private boolean fellWith(Device device) {
    return !device.module().isEmpty()
        && crashes().filter(c -> c.modules().containsKey(device.module())).isPresent();
  }

  /** Whether a device is left as it is. */
  public boolean left(Device device) {
    return facts
        .find(DriverFacts.LEFT)
        .filter(left -> left.keys().contains(device.key()))
        .isPresent();
  }

  private Set<DriverPackage> chosen() {
    Set<DriverPackage> chosen = new LinkedHashSet<>();
    for (Judged each : judged) {
      if (each.verdict().wrong() && !left(each.device())) {
        each.take().ifPresent(chosen::add);
      }
    }
    return chosen;
  }

  /** Versions that are on and are not changed, by line. */
  private Map<String, String> stays() {
    Set<String> changed = new LinkedHashSet<>();
    chosen().forEach(p -> changed.add(p.line()));
    Map<String, String> stays = new HashMap<>();
    for (Judged each : judged) {
      each.on()
          .filter(p -> !changed.contains(p.line()))
          .ifPresent(p -> stays.put(p.line(), p.version()));
    }
    return stays;
  }

  /** What goes on, in its order. */
  public InstallOrder order() {
    return order;
  }

  /**
   * What must be taken along: all of the maker's, and nothing where the machine can fetch it
   * itself.
   */
  public OfflinePack pack() {
    return new OfflinePack(
        offline()
            ? order.packages().stream().filter(p -> p.source() == Source.MAKER).toList()
            : List.of());
  }

  boolean crashesOnNetwork() {
    return judged.stream().anyMatch(j -> DriverSheets.network(j) && !left(j.device()))
        && (crashes().isPresent() || judged.stream().anyMatch(j -> j.verdict() == Verdict.CRASHES));
  }

  /** What changed since the list before; empty while there was one only. */
  public Optional<ListChange> change() {
    return facts.find(DriverFacts.BEFORE).map(before -> ListChange.of(before.devices(), devices()));
  }

  /** What the event list said; empty while nobody read one. */
  public Optional<Crashes> crashes() {
    return facts.find(DriverFacts.CRASHES);
  }

  /** Which drivers are accused, the most accused first. */
  public List<Suspect> suspects() {
    return crashes().map(c -> new Suspects(c, judged, catalog).sorted()).orElse(List.of());
  }

  /** What a list that was read becomes; the one before it is kept to compare with. */
  public Facts read(List<Device> devices) {
    Facts read =
        Facts.none()
            .with(DriverFacts.DEVICES, Listed.of(devices))
            .with(DriverFacts.READ, facts.find(DriverFacts.READ).orElse(0) + 1);
    return listed().map(before -> read.with(DriverFacts.BEFORE, before)).orElse(read);
  }

  /** The checks that the device list answers. */
  public List<Answer> answers() {
    return judged.isEmpty() ? List.of() : DriverReading.of(judged, change());
  }

  /** The checks that the event list answers. */
  public List<Answer> told() {
    return crashes()
        .map(c -> DriverReading.of(c, new Suspects(c, judged, catalog).kinds()))
        .orElse(List.of());
  }

  public Gate<Topic> gate() {
    List<Point<Topic>> points = new ArrayList<>();
    points.add(
        listed()
            .map(l -> Point.good(Topic.LIST, l.devices().size() + l.left() + " devices"))
            .orElseGet(
                () ->
                    Point.ask(Topic.LIST, "not read yet", "Give the list as a file, or type it")));
    points.add(
        platform
            .map(p -> Point.good(Topic.SYSTEM, p.name()))
            .orElseGet(() -> Point.ask(Topic.SYSTEM, "nobody said which", "Say it below")));
    if (platform.isPresent() && listed().isPresent()) {
      points.add(packages());
      if (!order.held().isEmpty()) {
        points.add(
            Point.onSheet(
                Topic.OVERWRITES,
                order.held().size() + " held back, so that nothing goes old",
                ""));
      }
    }
    return new Gate<>(points);
  }

  private Point<Topic> packages() {
    int put = order.packages().size();
    if (put > 0) {
      return Point.good(
          Topic.PACKAGES,
          put
              + (put == 1 ? " package, " : " packages, ")
              + order.restarts()
              + (order.restarts() == 1 ? " restart" : " restarts"));
    }
    List<Judged> wrong = judged.stream().filter(j -> j.verdict().wrong()).toList();
    long nowhere = wrong.stream().filter(j -> j.take().isEmpty() && !left(j.device())).count();
    if (nowhere > 0) {
      return Point.bad(
          Topic.PACKAGES,
          "none is published for " + nowhere,
          "The maker's page of an older system, or the part's own maker");
    }
    return new Point<>(
        Topic.PACKAGES,
        State.DONE,
        wrong.isEmpty() ? "nothing has to go on" : "what could go on is left as it is",
        "");
  }

  /** Whether drivers may be put on. */
  public Start start() {
    for (Point<Topic> point : gate().open()) {
      return Start.notYet(point.topic().words() + ": " + point.words() + ". " + point.todo() + ".");
    }
    if (order.packages().isEmpty()) {
      return Start.notYet("Nothing has to go on.");
    }
    List<DriverKind.Part> parts =
        order.packages().stream()
            .map(
                p ->
                    new DriverKind.Part(
                        DriverSheets.step(p),
                        p.kind(),
                        judged.stream()
                            .filter(j -> j.take().filter(p::equals).isPresent())
                            .anyMatch(j -> j.verdict() == Verdict.MISSING),
                        judged.stream()
                            .filter(j -> j.take().filter(p::equals).isPresent())
                            .anyMatch(Judged::clean)))
            .toList();
    return Start.go(
        DriverSheets.install(this),
        Map.of(DriverKind.PARTS, DriverKind.Part.print(parts), DriverKind.READ, readings()));
  }

  private String readings() {
    return String.valueOf(facts.find(DriverFacts.READ).orElse(0));
  }

  /** Whether one of the accused may be taken out. */
  public Start out(String name) {
    return suspects().stream()
        .filter(s -> s.name().equals(name))
        .findFirst()
        .map(
            s ->
                Start.go(
                    DriverSheets.out(s, crashes().flatMap(Crashes::everyHours)),
                    Map.of(
                        DriverKind.SUSPECT,
                        s.name(),
                        DriverKind.PARTS,
                        s.kind().id(),
                        DriverKind.READ,
                        readings())))
        .orElse(Start.notYet("Nothing accuses that driver."));
  }

  /** Whether what was changed may go back. */
  public Start back() {
    return change()
        .filter(c -> c.rows().stream().anyMatch(row -> !row.was().isEmpty()))
        .map(c -> Start.go(DriverSheets.back(c), Map.of(DriverKind.READ, readings())))
        .orElse(Start.notYet("Nothing was changed that could go back."));
  }

  /** Whether the list was read after a sheet began. */
  public static boolean readSince(dottore.core.ticket.SheetWork work, Facts known) {
    return !String.valueOf(known.find(DriverFacts.READ).orElse(0))
        .equals(work.about(DriverKind.READ));
  }
}
