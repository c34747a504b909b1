package dottore.app.driver;

import dottore.app.desk.Act;
import dottore.app.desk.Desk;
import dottore.app.knowledge.Systems;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.shop.Shop;
import dottore.core.casebook.Reliance;
import dottore.core.casebook.School;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Schools;
import dottore.core.driver.DriverCasebook;
import dottore.core.driver.DriverCatalog;
import dottore.core.driver.DriverDesk;
import dottore.core.driver.DriverFacts;
import dottore.core.driver.DriverKind;
import dottore.core.driver.Judged.Habits;
import dottore.core.driver.KnownGood;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.Facts;
import dottore.core.firmware.FirmwareFacts;
import dottore.core.machine.DeviceKind;
import dottore.core.system.SystemDesk;
import dottore.core.system.SystemFacts;
import dottore.core.system.SystemProfile;
import dottore.core.system.SystemProfiles;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import dottore.core.upgrade.UpgradeFacts;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fix, Drivers. */
@Component
@Order(7)
class DriverPage implements Desk {
  private static final Page DEVICES = new Page("drivers", "Drivers", "devices", "Devices");
  private static final Page CRASHES = new Page("drivers", "Drivers", "crashes", "Crashes");

  /** Which system the drivers are for. */
  private static final FactForm SYSTEM =
      FactForm.of("drivers-system", SystemFacts.HAD, UpgradeFacts.BITS);

  private final Record record;
  private final Systems systems;
  private final DriverCatalog catalog;
  private final Shop shop;
  private final DriverActs acts;

  DriverPage(Record record, Systems systems, DriverCatalog catalog, Shop shop, ColumnBook columns) {
    this.record = record;
    this.systems = systems;
    this.catalog = catalog;
    this.shop = shop;
    this.acts = new DriverActs(columns, shop, this::desk);
  }

  @Override
  public List<Page> pages() {
    return List.of(DEVICES, CRASHES);
  }

  @Override
  public String mark(Page page, TicketFile file) {
    Facts facts = file.log().facts();
    return page.equals(CRASHES)
        ? facts
            .find(DriverFacts.CRASHES)
            .map(c -> c.falls().size() + (c.falls().size() == 1 ? " fall" : " falls"))
            .orElse("")
        : facts
            .find(DriverFacts.DEVICES)
            .map(l -> l.devices().size() + l.left() + " listed")
            .orElse("");
  }

  @Override
  public double need(Page page, TicketFile file, Assessment assessment) {
    double odds = assessment.oddsOf(DriverCasebook.CAUSES);
    return page.equals(DEVICES) ? odds : odds / 2;
  }

  @Override
  public String name() {
    return "Drivers";
  }

  @Override
  public Optional<FactForm> form(String id) {
    return Stream.of(DriverFacts.ASKED, SYSTEM).filter(form -> form.id().equals(id)).findFirst();
  }

  @Override
  public Optional<Fact<?>> fact(String name) {
    return DriverFacts.named(name)
        .or(
            () ->
                SYSTEM.facts().stream()
                    .<Fact<?>>map(fact -> fact)
                    .filter(fact -> fact.name().equals(name))
                    .findFirst());
  }

  @Override
  public Stream<Fact<?>> facts() {
    return DriverFacts.all();
  }

  @Override
  public List<Act> acts() {
    return acts.all();
  }

  @Override
  public List<DriverKind> kinds() {
    return List.of(DriverKind.values());
  }

  @Override
  public List<Reliance> reliesOn() {
    return DriverCasebook.ALL;
  }

  /** What came of it is asked when the list was read once more; the way back needs none. */
  @Override
  public boolean ready(SheetWork work, Facts known) {
    return DriverDesk.readSince(work, known);
  }

  @Override
  public Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    DriverDesk desk = desk(writing);
    if (kind == DriverKind.OUT) {
      return desk.out(asked.getOrDefault("suspect", ""));
    }
    return kind == DriverKind.BACK ? desk.back() : desk.start();
  }

  /** The list that was read after the work says how it stands now. */
  @Override
  public void concluded(SheetKind kind, Writing writing) {
    acts.answer(writing, writing.log().lines().get(writing.log().size() - 1));
  }

  private DriverDesk desk(Writing writing) {
    return desk(writing.file(), writing.assess());
  }

  private DriverDesk desk(TicketFile file, Assessment assessment) {
    return DriverDesk.of(
        file.job(),
        catalog,
        SystemDesk.platform(file.job(), systems.now()),
        habits(record.schools(file), assessment));
  }

  private static Habits habits(Schools schools, Assessment assessment) {
    String source = schools.decide(School.DRIVER_SOURCE, assessment).taken().id();
    Set<DeviceKind> makers =
        switch (source) {
          case "maker" -> Set.of(DeviceKind.values());
          case "update" -> Set.of();
          default -> Habits.USUAL.makers();
        };
    boolean clean = schools.decide(School.DRIVER_INSTALL, assessment).taken().id().equals("clean");
    return new Habits(makers, clean, false);
  }

  @Override
  public String fill(Page page, TicketFile file, Map<String, String> facts, Model model) {
    DriverDesk desk = desk(file, record.assess(file));
    SystemProfiles profiles = systems.now();
    DriverView view = new DriverView(desk, facts);
    view.columns(page.equals(DEVICES), model);
    if (page.equals(CRASHES)) {
      view.crashes(shop.times(), model);
      return "driver/crashes";
    }
    view.devices(model);
    model.addAttribute("systems", profiles.on(file.job().kind()));
    model.addAttribute("good", good(file, profiles));
    return "driver/devices";
  }

  /** What ran stable on this model, in words. */
  private List<String> good(TicketFile file, SystemProfiles profiles) {
    List<KnownGood.Ran> ran =
        record.handedBack(file).stream()
            .map(
                back -> {
                  Facts known = back.file().log().facts();
                  return new KnownGood.Ran(
                      String.valueOf(back.file().machine().id()),
                      KnownGood.Set.of(
                          known.get(FirmwareFacts.NOW),
                          profiles
                              .named(known.get(SystemFacts.HAD))
                              .map(SystemProfile::name)
                              .orElse(""),
                          known
                              .find(DriverFacts.DEVICES)
                              .map(DriverFacts.Listed::devices)
                              .orElse(List.of())),
                      LocalDate.ofInstant(back.file().closed().orElseThrow(), shop.times().zone()),
                      back.cameBack());
                })
            .toList();
    return KnownGood.of(ran).stream().limit(3).map(DriverView::words).toList();
  }
}
