package dottore.app.spare;

import dottore.app.desk.Act;
import dottore.app.desk.Desk;
import dottore.app.desk.Field;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.core.diagnosis.Assessment;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.Facts;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Job;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.context.annotation.Profile;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** A desk that no other room knows of: this class and one template are all of it. */
@Component
@Profile("spare-desk")
@Order(9)
class SpareDesk implements Desk {
  static final Fact<Integer> SCREWS = Fact.whole("spare-screws", "screws left over", 40, "");
  private static final Fact<Boolean> DUSTED = Fact.tick("spare-dusted", "dust blown out");
  private static final FactForm FORM = FactForm.of("case", SCREWS, DUSTED);
  private static final Page PAGE = new Page("spare", "Spare", "", "Spare");

  /** Closing the case. */
  static final SheetKind CLOSING =
      new SheetKind() {
        @Override
        public String id() {
          return "spare-closing";
        }

        @Override
        public String page() {
          return "spare";
        }

        @Override
        public List<String> repairs(SheetWork work) {
          return List.of("reseat-memory");
        }

        @Override
        public Facts leaves(SheetWork work) {
          return Facts.none().with(SCREWS, 0);
        }
      };

  @Override
  public List<Page> pages() {
    return List.of(PAGE);
  }

  @Override
  public double need(Page page, TicketFile file, Assessment assessment) {
    return 0;
  }

  @Override
  public String fill(Page page, TicketFile file, Map<String, String> facts, Model model) {
    Facts known = known(file.job());
    model.addAttribute(
        "asked", FORM.facts().stream().map(f -> Field.of(f, known, Map.of())).toList());
    return "spare/spare";
  }

  @Override
  public Facts known(Job job) {
    return job.log().facts();
  }

  @Override
  public String name() {
    return "Spare";
  }

  @Override
  public Optional<FactForm> form(String id) {
    return Optional.of(FORM).filter(form -> form.id().equals(id));
  }

  @Override
  public Optional<Fact<?>> fact(String name) {
    return facts().filter(fact -> fact.name().equals(name)).findFirst();
  }

  @Override
  public Stream<Fact<?>> facts() {
    return FORM.facts().stream();
  }

  @Override
  public List<Act> acts() {
    return List.of(
        Act.of(
            "shake/{times}",
            "",
            posted -> {
              int times = posted.number("times", 10);
              return Act.Decision.of(
                  writing -> writing.append(NewLine.note("Shaken " + times + " times")));
            }));
  }

  @Override
  public List<SheetKind> kinds() {
    return List.of(CLOSING);
  }

  @Override
  public Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    return known(writing.job()).has(SCREWS)
        ? Start.go(
            RunSheet.inLine(
                kind.id(),
                "Close the case",
                List.of(SheetStep.of("close", "Close it", "All screws."))),
            Map.of())
        : Start.notYet("Count the screws first.");
  }
}
