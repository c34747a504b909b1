package dottore.app.system;

import dottore.app.desk.Act;
import dottore.app.desk.Act.Decision;
import dottore.app.desk.Desk;
import dottore.app.desk.Posted;
import dottore.app.knowledge.Systems;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.record.Writing.NotTaken;
import dottore.app.shop.Shop;
import dottore.core.casebook.Reliance;
import dottore.core.casebook.School;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Schools;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.Facts;
import dottore.core.system.Readiness.Prices;
import dottore.core.system.Stall;
import dottore.core.system.SystemCasebook;
import dottore.core.system.SystemDesk;
import dottore.core.system.SystemDesk.Habits;
import dottore.core.system.SystemFacts;
import dottore.core.system.SystemKind;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.Start;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fix, System. */
@Component
@Order(6)
class SystemPage implements Desk {
  private static final Page PAGE = new Page("system", "System", "road", "Road");

  private final Record record;
  private final Systems systems;
  private final Shop shop;

  SystemPage(Record record, Systems systems, Shop shop) {
    this.record = record;
    this.systems = systems;
    this.shop = shop;
  }

  @Override
  public List<Page> pages() {
    return List.of(PAGE);
  }

  @Override
  public double need(Page page, TicketFile file, Assessment assessment) {
    return assessment.oddsOf(SystemCasebook.CAUSES);
  }

  @Override
  public String name() {
    return "System";
  }

  /** Where setup stood still answers Find as well: it is an act. */
  @Override
  public Optional<FactForm> form(String id) {
    return SystemFacts.FORMS.stream()
        .filter(form -> form.id().equals(id) && form != SystemFacts.STALLS)
        .findFirst();
  }

  @Override
  public Optional<Fact<?>> fact(String name) {
    return SystemFacts.named(name);
  }

  @Override
  public Stream<Fact<?>> facts() {
    return SystemFacts.all();
  }

  @Override
  public List<SystemKind> kinds() {
    return List.of(SystemKind.REINSTALL);
  }

  @Override
  public List<Reliance> reliesOn() {
    return SystemCasebook.ALL;
  }

  @Override
  public List<Act> acts() {
    return List.of(Act.of("facts/system-stalls", PAGE.id(), SystemPage::stalls));
  }

  private static Decision stalls(Posted posted) {
    return writing -> {
      NotTaken not =
          writing.facts(
              "System",
              SystemFacts.STALLS,
              posted.fields(),
              job -> job.log().facts(),
              posted.seen());
      Facts facts = writing.log().facts();
      Stall.judge(facts.find(SystemFacts.FIRST_STALL), facts.find(SystemFacts.SECOND_STALL))
          .flatMap(Stall.Verdict::outcome)
          .filter(outcome -> !writing.log().answered(SystemCasebook.SAME_PLACE, outcome))
          .ifPresent(outcome -> evidence(writing, outcome));
      return not;
    };
  }

  private static void evidence(Writing writing, String outcome) {
    Line came = writing.log().lines().get(writing.log().size() - 1);
    writing
        .casebook()
        .check(SystemCasebook.SAME_PLACE)
        .ifPresent(
            check ->
                writing.record(
                    writing.log().last(),
                    List.of(NewLine.reading(check, outcome).together(Desk.cameOf(came)))));
  }

  @Override
  public Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    return SystemDesk.of(writing.job(), systems.now(), prices())
        .start(habits(record.schools(writing.file()), writing.assess()));
  }

  /** Bench minutes until a promise; below zero once it is past. */
  private long minutesTo(Instant promise) {
    return Duration.between(shop.now(), promise).toMinutes();
  }

  private Prices prices() {
    return SystemCasebook.prices(record.casebook());
  }

  private static Habits habits(Schools schools, Assessment assessment) {
    return new Habits(
        takes(schools, School.FIRST_START_NETWORK, "offline", assessment),
        takes(schools, School.KEY_TIME, "now", assessment),
        takes(schools, School.OTHER_DRIVES, "by-size", assessment));
  }

  private static boolean takes(
      Schools schools, School school, String position, Assessment assessment) {
    return schools.decide(school, assessment).taken().id().equals(position);
  }

  @Override
  public String fill(Page page, TicketFile file, Map<String, String> facts, Model model) {
    SystemDesk desk = SystemDesk.of(file.job(), systems.now(), prices());
    SystemView.fill(desk, facts, file.promised().map(at -> minutesTo(at)), model);
    return "system/road";
  }
}
