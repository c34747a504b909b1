package dottore.app.casebook;

import dottore.app.knowledge.Knowledge;
import dottore.app.record.ConfirmedCauses;
import dottore.app.said.NotThere;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Depth;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.casebook.Station;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Portrait;
import dottore.core.machine.MachineKind;
import dottore.core.units.Odds;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** Casebook: lists and pages of causes, checks and repairs. */
@Controller
class CasebookController {
  private static final int ALL = 1000;

  record Row(String address, String name, String note, String effort, String here) {}

  record Group(String name, List<Row> rows) {}

  record Fact(String name, String text) {}

  record SignRow(
      String address, String check, String outcome, double here, String often, String rest) {}

  record CureRow(String address, String name, String works, String effort, String depth) {}

  record OutcomeRow(String words, boolean good, String mark, List<Row> causes) {}

  private final Knowledge knowledge;
  private final ConfirmedCauses confirmed;

  CasebookController(Knowledge knowledge, ConfirmedCauses confirmed) {
    this.knowledge = knowledge;
    this.confirmed = confirmed;
  }

  @GetMapping("/casebook")
  String causes(@RequestParam(defaultValue = "") String q, Model model) {
    Map<String, Long> here = confirmed.counts();
    List<Cause> found = knowledge.casebook().causesLike(q);
    List<Group> groups = new ArrayList<>();
    for (Station station : Station.values()) {
      List<Row> rows =
          found.stream()
              .filter(cause -> cause.station() == station)
              .map(cause -> row(cause, here))
              .toList();
      if (!rows.isEmpty()) {
        groups.add(new Group(station.words(), rows));
      }
    }
    return list(model, "causes", q, groups, found.size());
  }

  private static Row row(Cause cause, Map<String, Long> here) {
    long times = here.getOrDefault(cause.id(), 0L);
    return new Row(
        "/casebook/causes/" + cause.id(),
        cause.name(),
        cause.sign(),
        "",
        times == 0 ? "" : times == 1 ? "once here" : times + " times here");
  }

  @GetMapping("/casebook/checks")
  String checks(@RequestParam(defaultValue = "") String q, Model model) {
    return steps(model, "checks", q, List.copyOf(knowledge.casebook().checks()));
  }

  @GetMapping("/casebook/repairs")
  String repairs(@RequestParam(defaultValue = "") String q, Model model) {
    return steps(model, "repairs", q, List.copyOf(knowledge.casebook().repairs()));
  }

  private String steps(Model model, String part, String q, List<Step> all) {
    List<Step> found =
        q.isBlank()
            ? all
            : knowledge.casebook().find(q, ALL).stream().filter(all::contains).toList();
    List<Group> groups = new ArrayList<>();
    if (q.isBlank()) {
      for (Depth depth : Depth.values()) {
        List<Row> rows =
            found.stream().filter(s -> s.effort().depth() == depth).map(this::row).toList();
        if (!rows.isEmpty()) {
          groups.add(new Group(capital(depth.words()), rows));
        }
      }
    } else if (!found.isEmpty()) {
      groups.add(new Group("Best matches first", found.stream().map(this::row).toList()));
    }
    return list(model, part, q, groups, found.size());
  }

  private Row row(Step step) {
    return new Row(address(step), step.name(), step.how(), effort(step), "");
  }

  private String list(Model model, String part, String q, List<Group> groups, int found) {
    model.addAttribute("part", part);
    model.addAttribute("unfit", !knowledge.ownFaults().isEmpty());
    model.addAttribute("q", q);
    model.addAttribute("groups", groups);
    model.addAttribute("found", found);
    return "casebook/list";
  }

  private static String address(Step step) {
    return "/casebook/" + (step instanceof Check ? "checks/" : "repairs/") + step.id();
  }

  private static String effort(Step step) {
    String hands = step.effort().hands().text();
    return step.effort().waiting().value() > 0
        ? hands + " + " + step.effort().waiting().lasting() + " wait"
        : hands;
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  @GetMapping("/casebook/causes/{id}")
  String cause(@PathVariable String id, Model model) {
    Cause cause = knowledge.casebook().cause(id).orElseThrow(() -> unknown("cause"));
    model.addAttribute("id", id);
    Portrait portrait = knowledge.diagnosis().portrait(cause);
    model.addAttribute("name", cause.name());
    model.addAttribute("sign", cause.sign());
    model.addAttribute("facts", facts(cause));
    model.addAttribute("signs", portrait.signs().stream().map(CasebookController::row).toList());
    model.addAttribute(
        "confirms",
        portrait.signs().stream()
            .filter(Portrait.Sign::confirms)
            .map(s -> s.check().name())
            .toList());
    model.addAttribute(
        "cures",
        portrait.cures().stream()
            .map(
                cure ->
                    new CureRow(
                        address(cure.repair()),
                        cure.repair().name(),
                        cure.works().percent(),
                        effort(cure.repair()),
                        cure.repair().effort().depth().words()))
            .toList());
    return "casebook/cause";
  }

  private static SignRow row(Portrait.Sign sign) {
    return new SignRow(
        address(sign.check()),
        sign.check().name(),
        sign.outcome().words(),
        sign.here().value(),
        sign.here().percent(),
        sign.elsewhere().percent());
  }

  private List<Fact> facts(Cause cause) {
    List<Fact> facts = new ArrayList<>();
    facts.add(
        new Fact(
            "How far it gets",
            String.join(
                "; ",
                cause.stages().entrySet().stream()
                    .sorted(Map.Entry.<Stage, Double>comparingByValue().reversed())
                    .map(e -> e.getKey().words() + " " + Odds.of(e.getValue()).percent())
                    .toList())));
    String more = shifts(cause.contexts(), 1, Double.MAX_VALUE);
    String less = shifts(cause.contexts(), -1, 1);
    if (cause.otherChange() != 1) {
      less += (less.isEmpty() ? "" : "; ") + "any other change ×" + trimmed(cause.otherChange());
    }
    facts.add(new Fact("More likely when", more.isEmpty() ? "no context makes it so" : more));
    if (!less.isEmpty()) {
      facts.add(new Fact("Less likely when", less));
    }
    if (cause.kinds().size() < MachineKind.values().length) {
      facts.add(
          new Fact(
              "Only in",
              String.join(", ", cause.kinds().stream().sorted().map(MachineKind::id).toList())));
    }
    knowledge.learned().odds().moved().stream()
        .filter(moved -> moved.cause().id().equals(cause.id()))
        .forEach(
            moved ->
                facts.add(
                    new Fact(
                        "Odds",
                        Odds.of(moved.shipped()).percent()
                            + " of machines as written, "
                            + Odds.of(moved.learned()).percent()
                            + " as learned here, with no context")));
    long times = confirmed.counts().getOrDefault(cause.id(), 0L);
    facts.add(
        new Fact(
            "Here",
            times == 0
                ? "never confirmed yet"
                : "confirmed on " + times + (times == 1 ? " closed ticket" : " closed tickets")));
    if (!cause.advice().isBlank()) {
      facts.add(new Fact("Advice at hand-over", cause.advice()));
    }
    return facts;
  }

  /** The contexts whose multiplier lies between two, neither of them counted. */
  private static String shifts(Map<Context, Double> contexts, double above, double below) {
    return contexts.entrySet().stream()
        .filter(e -> e.getValue() > above && e.getValue() < below)
        .sorted(Map.Entry.<Context, Double>comparingByValue().reversed())
        .map(e -> e.getKey().words() + " ×" + trimmed(e.getValue()))
        .collect(Collectors.joining("; "));
  }

  private static String trimmed(double factor) {
    return factor == Math.rint(factor) ? String.valueOf((long) factor) : String.valueOf(factor);
  }

  @GetMapping("/casebook/checks/{id}")
  String check(@PathVariable String id, Model model) {
    Check check = knowledge.casebook().check(id).orElseThrow(() -> unknown("check"));
    about(model, check);
    model.addAttribute("question", check.question());
    List<OutcomeRow> outcomes = new ArrayList<>();
    List<Portrait.Accused> accused = knowledge.diagnosis().accused(check);
    for (Check.Outcome outcome : check.outcomes()) {
      outcomes.add(
          new OutcomeRow(
              outcome.words(),
              outcome.good(),
              outcome.mark().map(mark -> mark.words()).orElse(""),
              accused(accused, outcome)));
    }
    model.addAttribute("outcomes", outcomes);
    return "casebook/check";
  }

  private static List<Row> accused(List<Portrait.Accused> accused, Check.Outcome outcome) {
    return accused.stream()
        .filter(a -> a.sign().outcome().equals(outcome))
        .map(a -> new Row("/casebook/causes/" + a.cause().id(), a.cause().name(), "", "", ""))
        .toList();
  }

  @GetMapping("/casebook/repairs/{id}")
  String repair(@PathVariable String id, Model model) {
    Repair repair = knowledge.casebook().repair(id).orElseThrow(() -> unknown("repair"));
    about(model, repair);
    model.addAttribute(
        "cures",
        repair.cures().entrySet().stream()
            .sorted(Map.Entry.<String, Double>comparingByValue().reversed())
            .map(
                cure ->
                    new Row(
                        "/casebook/causes/" + cure.getKey(),
                        knowledge.casebook().cause(cure.getKey()).orElseThrow().name(),
                        "",
                        Odds.of(cure.getValue()).percent(),
                        ""))
            .toList());
    model.addAttribute(
        "rechecks",
        repair.recheck().stream()
            .map(r -> row(knowledge.casebook().check(r).orElseThrow()))
            .toList());
    return "casebook/repair";
  }

  private void about(Model model, Step step) {
    model.addAttribute("id", step.id());
    model.addAttribute("name", step.name());
    model.addAttribute("how", step.how());
    model.addAttribute("caution", step.caution().orElse(""));
    List<Fact> facts = new ArrayList<>();
    facts.add(new Fact("Takes", effort(step)));
    if (!step.effort().handsOn().isEmpty()) {
      facts.add(
          new Fact(
              "Under other covers",
              step.effort().handsOn().entrySet().stream()
                  .sorted(Map.Entry.comparingByKey())
                  .map(own -> own.getKey().id() + " " + own.getValue().text())
                  .collect(Collectors.joining(", "))));
    }
    facts.add(new Fact("Goes", step.effort().depth().words()));
    if (!step.effort().needs().isEmpty()) {
      facts.add(
          new Fact(
              "Needs",
              String.join(
                  ", ",
                  step.effort().needs().stream()
                      .map(n -> n.id().replace('-', ' '))
                      .sorted()
                      .toList())));
    }
    if (!step.effort().borrows().isEmpty()) {
      facts.add(new Fact("Goes on the put-back list", String.join(", ", step.effort().borrows())));
    }
    if (step.effort().kinds().size() < MachineKind.values().length) {
      facts.add(
          new Fact(
              "Only on",
              String.join(
                  ", ", step.effort().kinds().stream().sorted().map(MachineKind::id).toList())));
    }
    if (step instanceof Check check && check.reader().isPresent()) {
      facts.add(new Fact("Can be read from", check.reader().get().replace('-', ' ')));
    }
    model.addAttribute("facts", facts);
  }

  private static NotThere unknown(String what) {
    return new NotThere("The casebook holds no such " + what + ".");
  }
}
