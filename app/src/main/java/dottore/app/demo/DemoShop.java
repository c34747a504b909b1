package dottore.app.demo;

import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.desk.Desks;
import dottore.app.record.Arrival;
import dottore.app.record.Closing;
import dottore.app.record.Counter;
import dottore.app.record.Record;
import dottore.app.record.SheetWriting;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Stage;
import dottore.core.diagnosis.Event;
import dottore.core.driver.Crashes;
import dottore.core.driver.DriverFacts;
import dottore.core.facts.Facts;
import dottore.core.firmware.FirmwareKind;
import dottore.core.format.DeviceList;
import dottore.core.format.EventList;
import dottore.core.format.FormatFault;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Ending;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Owed;
import dottore.core.ticket.Person;
import dottore.core.ticket.WaitsFor;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.SmartLifecycle;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.dataformat.yaml.YAMLMapper;

/** Fills an empty database with the demo shop, dated back from the moment of the start. */
@Component
@Profile("demo")
class DemoShop implements SmartLifecycle {
  private static final String TECHNICIAN = "runa";

  /** The demo sign-ins: name, role and a password that is printed at the start. */
  record SignIn(String login, String name, Role role, String password) {}

  private static final List<SignIn> PEOPLE =
      List.of(
          new SignIn("runa", "Runa Castellow", Role.TECHNICIAN, "bench-by-the-pier"),
          new SignIn("ivo", "Ivo Merriday", Role.APPRENTICE, "first-year-at-sea"),
          new SignIn("pia", "Pia Vandersloot", Role.COUNTER, "bell-on-the-counter"),
          new SignIn("orsolya", "Orsolya Finch", Role.OWNER, "keys-to-pier-nine"));

  record Clock(String label, int minutes, int ago) {}

  record Waits(String whom, String why) {}

  record Story(
      String customer,
      @Nullable String phone,
      String maker,
      String model,
      String serial,
      String kind,
      int days,
      double hour,
      String complaint,
      @Nullable String told,
      @Nullable List<String> contexts,
      @Nullable List<String> marks,
      @Nullable String belongings,
      @Nullable String backup,
      boolean mayErase,
      @Nullable Integer promise,
      List<String> steps,
      int minutes,
      @Nullable String parts,
      @Nullable String price,
      @Nullable Clock clock,
      @Nullable Waits waits,
      @Nullable Map<String, String> firmware,
      @Nullable String devices,
      @Nullable String events,
      @Nullable Integer flashingFor,
      @Nullable Map<String, String> owed) {

    /** Those with a promise are still in the shop. */
    boolean onTheBench() {
      return promise != null;
    }
  }

  private final Record record;
  private final Closing closing;
  private final Counter counter;
  private final Accounts accounts;
  private final Desks desks;
  private final Shop shop;
  private final Environment environment;
  private final EntityManager entities;
  private final DemoShelf shelf;
  private volatile boolean open;

  DemoShop(
      Record record,
      Closing closing,
      Counter counter,
      Accounts accounts,
      Desks desks,
      Shop shop,
      Environment environment,
      EntityManager entities,
      DemoShelf shelf) {
    this.record = record;
    this.closing = closing;
    this.counter = counter;
    this.accounts = accounts;
    this.desks = desks;
    this.shop = shop;
    this.environment = environment;
    this.entities = entities;
    this.shelf = shelf;
  }

  /** Before the server opens its port, so that nobody meets a half-filled shop. */
  @Override
  public int getPhase() {
    return 0;
  }

  @Override
  @Transactional
  public void start() {
    if (accounts.nobodyYet()) {
      for (SignIn person : PEOPLE) {
        accounts
            .add(person.login(), person.name(), person.role(), person.password())
            .ifPresent(
                fault -> {
                  throw new IllegalStateException(fault);
                });
      }
      stories().stream()
          .sorted(Comparator.comparing((Story s) -> -s.days()).thenComparing(Story::hour))
          .forEach(
              story -> {
                tell(story);
                // What was told is not compared with itself again at every query that follows.
                entities.flush();
                entities.clear();
              });
      shelf.fill(TECHNICIAN);
    }
    open = true;
  }

  @Override
  public void stop() {
    open = false;
  }

  @Override
  public boolean isRunning() {
    return open;
  }

  private static List<Story> stories() {
    try (InputStream in = DemoShop.class.getResourceAsStream("/demo/tickets.yaml")) {
      return YAMLMapper.builder()
          .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .build()
          .readValue(Objects.requireNonNull(in), new TypeReference<List<Story>>() {});
    } catch (IOException broken) {
      throw new UncheckedIOException("the demo's tickets can not be read", broken);
    }
  }

  @EventListener(ApplicationReadyEvent.class)
  public void print() {
    StringBuilder text = new StringBuilder();
    text.append("\n  Dottore is ready: http://127.0.0.1:")
        .append(environment.getProperty("local.server.port"))
        .append("\n  Demo sign-ins:\n");
    for (SignIn person : PEOPLE) {
      text.append(
          String.format(
              "    %-10s %-22s %s%n", person.login(), person.password(), person.role().words()));
    }
    System.out.println(text.append("  Ctrl+C stops everything.\n"));
  }

  private void tell(Story story) {
    Instant at = arrivalOf(story);
    String claim = counter.receive(arrival(story), TECHNICIAN, at);
    Instant now = at.plus(Duration.ofMinutes(6));
    long pace = Math.max(2, story.minutes() / Math.max(1, story.steps().size()));
    if (story.minutes() > 0) {
      Instant from = now.minus(Duration.ofMinutes(1));
      Duration length = Duration.ofMinutes(story.minutes());
      record.change(claim, TECHNICIAN, from, writing -> writing.worked(from, length));
    }
    for (String step : story.steps()) {
      boolean proof = step.startsWith("how-far=works") && !story.onTheBench();
      record.change(
          claim,
          TECHNICIAN,
          now,
          writing -> {
            if (proof) {
              writing.file().owed().forEach(owed -> writing.putBack(owed.id()));
            }
            writing.record(writing.log().last(), List.of(line(step)));
          });
      now = now.plus(Duration.ofMinutes(pace));
    }
    beside(claim, story, now);
    if (!story.onTheBench()) {
      close(claim, story, now.plus(Duration.ofHours(3)));
    }
  }

  /** What is known and runs beside the steps. */
  private void beside(String claim, Story story, Instant now) {
    if (story.firmware() != null) {
      Facts facts = Facts.of(story.firmware());
      record.change(
          claim,
          TECHNICIAN,
          now,
          writing -> writing.append(NewLine.known("Machine looked at", facts)));
    }
    lists(claim, story, now);
    if (story.clock() != null) {
      Clock clock = story.clock();
      Duration length = Duration.ofMinutes(clock.minutes());
      record.change(
          claim,
          TECHNICIAN,
          shop.now().minus(Duration.ofMinutes(clock.ago())),
          writing -> writing.countdown(clock.label(), length));
    }
    if (story.flashingFor() != null) {
      flash(claim, Duration.ofMinutes(story.flashingFor()));
    }
    record.change(
        claim,
        TECHNICIAN,
        writing -> {
          Map<String, String> owed = story.owed();
          if (owed != null) {
            for (Owed item : writing.file().owed()) {
              writing.describe(
                  item.id(),
                  owed.getOrDefault("before", ""),
                  owed.getOrDefault("place", ""),
                  false);
            }
          }
          if (story.waits() != null) {
            writing.waitFor(WaitsFor.of(story.waits().whom()), story.waits().why());
          }
        });
  }

  /** Lists that were read off the machine; the last event was yesterday. */
  private void lists(String claim, Story story, Instant now) {
    Facts facts = Facts.none();
    try {
      if (story.devices() != null) {
        facts =
            facts.with(
                DriverFacts.DEVICES,
                DriverFacts.Listed.of(DeviceList.read(file(story.devices()), Map.of())));
      }
      if (story.events() != null) {
        List<EventList.Happened> read =
            EventList.read(file(story.events()), shop.times().zone(), Map.of());
        Duration later =
            Duration.ofDays(Duration.between(read.get(read.size() - 1).at(), now).toDays());
        facts = facts.with(DriverFacts.CRASHES, Crashes.of(read).later(later));
      }
    } catch (FormatFault | IOException broken) {
      throw new IllegalStateException("a list of the demo cannot be read", broken);
    }
    if (!facts.isEmpty()) {
      Facts read = facts;
      record.change(
          claim,
          TECHNICIAN,
          now,
          writing -> writing.append(NewLine.known("Lists read off the machine", read)));
    }
  }

  private static byte[] file(String name) throws IOException {
    try (InputStream in = DemoShop.class.getResourceAsStream("/demo/" + name)) {
      return Objects.requireNonNull(in).readAllBytes();
    }
  }

  /** The planned update is being written since a while. */
  private void flash(String claim, Duration since) {
    record.change(
        claim,
        TECHNICIAN,
        shop.now().minus(since),
        writing -> {
          SheetWriting sheets = writing.sheets();
          String id = sheets.begin(desks.start(FirmwareKind.UPDATE, Map.of(), writing));
          for (SheetStep step : sheets.sheet(id).sheet().steps()) {
            String before = step.borrows().map(loan -> loan.guess()).orElse("");
            sheets.tick(id, step.id(), new SheetWriting.Said(before, "", ""));
            if (step.guard().isPresent()) {
              return;
            }
          }
        });
  }

  /** At its hour of the day, but never later than half an hour before the start. */
  private Instant arrivalOf(Story story) {
    LocalDate day = shop.today().minusDays(story.days());
    Instant at =
        day.atStartOfDay(shop.times().zone())
            .toInstant()
            .plus(Duration.ofMinutes(Math.round(story.hour() * 60)));
    Instant latest = shop.now().minus(Duration.ofMinutes(35));
    return at.isAfter(latest) ? latest : at;
  }

  private Arrival arrival(Story story) {
    Optional<Instant> promised = Optional.ofNullable(story.promise()).map(this::promise);
    return new Arrival(
        new Person(story.customer(), Objects.requireNonNullElse(story.phone(), ""), ""),
        story.maker(),
        story.model(),
        story.serial(),
        MachineKind.of(story.kind()),
        story.complaint(),
        Optional.ofNullable(story.told()).map(Stage::of),
        words(story.contexts()).stream().map(Context::of).collect(Collectors.toSet()),
        words(story.marks()).stream().map(Mark::of).collect(Collectors.toSet()),
        Objects.requireNonNullElse(story.belongings(), ""),
        Backup.of(Objects.requireNonNullElse(story.backup(), "yes")),
        story.mayErase(),
        true,
        Optional.empty(),
        Optional.empty(),
        promised);
  }

  /** On the half hour, as promises are given, and while somebody is there. */
  private Instant promise(int hours) {
    long half = Duration.ofMinutes(30).toSeconds();
    long at = shop.now().plus(Duration.ofHours(hours)).getEpochSecond();
    Instant wanted = Instant.ofEpochSecond((at + half - 1) / half * half);
    return shop.open(wanted) ? wanted : shop.whenOpen(wanted).plus(Duration.ofHours(1));
  }

  private static Set<String> words(@Nullable List<String> list) {
    return list == null ? Set.of() : new HashSet<>(list);
  }

  private NewLine line(String step) {
    Casebook casebook = record.casebook();
    String[] parts = step.split("=", 2);
    if (step.startsWith("!")) {
      return NewLine.tried(
          casebook.repair(parts[0].substring(1)).orElseThrow(), Event.Result.of(parts[1]));
    }
    return NewLine.reading(casebook.check(parts[0]).orElseThrow(), parts[1]);
  }

  private void close(String claim, Story story, Instant at) {
    Casebook casebook = record.casebook();
    record.change(
        claim,
        TECHNICIAN,
        at,
        writing -> {
          List<Cause> causes = writing.assess().curedCauses();
          Map<String, String> sheet = new HashMap<>();
          sheet.put("wrong", causes.stream().map(Cause::name).collect(Collectors.joining("\n")));
          sheet.put(
              "done",
              story.steps().stream()
                  .filter(step -> step.startsWith("!") && !step.endsWith("=same"))
                  .map(step -> casebook.repair(step.substring(1).split("=", 2)[0]))
                  .map(repair -> repair.orElseThrow().name())
                  .collect(Collectors.joining("\n")));
          sheet.put("before", story.complaint());
          sheet.put("after", "Works as it should, checked again before hand-over");
          sheet.put("minutes", String.valueOf(story.minutes()));
          sheet.put("parts", Objects.requireNonNullElse(story.parts(), ""));
          sheet.put("price", Objects.requireNonNullElse(story.price(), "45"));
          sheet.put(
              "advice",
              causes.stream().map(Cause::advice).collect(Collectors.joining("\n")).strip());
          closing.close(writing, Ending.HANDED_BACK, sheet, "", true);
        });
  }
}
