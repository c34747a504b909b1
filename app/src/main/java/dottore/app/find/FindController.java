package dottore.app.find;

import dottore.app.desk.Desks;
import dottore.app.frame.LiveMachine;
import dottore.app.frame.TicketPage;
import dottore.app.knowledge.Knowledge;
import dottore.app.record.Clash;
import dottore.app.record.ConfirmedCauses;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.app.shop.Shop;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.School;
import dottore.core.casebook.Step;
import dottore.core.diagnosis.Event;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import dottore.core.ticket.Owed;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The Find tab: the next step, its answers, and everything recorded out of order. */
@Controller
@RequestMapping("/tickets/{claim}/find")
class FindController {
  /** Two answers to one thing. */
  record TwoAnswers(
      String who, String theirs, String ours, int entry, String outcome, boolean reading) {}

  private final Record record;
  private final Knowledge knowledge;
  private final TicketPage page;
  private final Desks desks;
  private final Shop shop;
  private final ConfirmedCauses confirmed;
  private final ObjectProvider<LiveMachine> live;

  FindController(
      Record record,
      Knowledge knowledge,
      TicketPage page,
      Desks desks,
      Shop shop,
      ConfirmedCauses confirmed,
      ObjectProvider<LiveMachine> live) {
    this.confirmed = confirmed;
    this.live = live;
    this.record = record;
    this.knowledge = knowledge;
    this.page = page;
    this.desks = desks;
    this.shop = shop;
  }

  @ModelAttribute("mayLift")
  boolean mayLift(HttpServletRequest request) {
    return request.isUserInRole("OWNER") || request.isUserInRole("TECHNICIAN");
  }

  @GetMapping
  String find(
      @PathVariable String claim,
      @RequestParam(defaultValue = "") String step,
      @RequestParam(defaultValue = "") String at,
      @RequestParam(defaultValue = "") String q,
      @RequestParam(defaultValue = "") String code,
      @RequestParam(defaultValue = "") String device,
      Model model) {
    TicketFile file = record.open(claim);
    Instant now = shop.now();
    page.fill(model, file, "find");
    FindView view =
        new FindView(
            casebook(),
            file,
            record.assess(file),
            record.schools(file),
            knowledge.learned().times(),
            desks.places(),
            confirmed.counts());
    FindPage shown = view.page(step, at, new FindView.Typed(code, device));
    model.addAttribute("find", shown);
    model.addAttribute("device", device(claim, shown));
    model.addAttribute("sheet", file.openSheets().stream().findFirst().orElse(null));
    model.addAttribute("judge", file.guarded().filter(c -> c.worries(now)).orElse(null));
    model.addAttribute("perhapsBack", perhapsBack(file));
    model.addAttribute("q", q);
    model.addAttribute("record", RecordBox.of(q, casebook(), knowledge.wording(), file));
    return "find/find";
  }

  /** What reads the step that is shown; empty where a person has to. */
  private String device(String claim, FindPage shown) {
    return Optional.ofNullable(shown.step())
        .flatMap(step -> casebook().step(step.id()))
        .flatMap(step -> live.stream().flatMap(one -> one.device(claim, step).stream()).findFirst())
        .orElse("");
  }

  /** What the repair that was tried last may have put back. */
  private List<Owed> perhapsBack(TicketFile file) {
    return file.log().lastAnswers().stream()
        .flatMap(
            line ->
                line.entry() instanceof Entry.Tried tried
                    ? casebook().repair(tried.repair()).stream()
                        .flatMap(
                            repair ->
                                file.owed().stream()
                                    .filter(o -> o.perhapsBackBy(repair, line.number())))
                    : Stream.empty())
        .toList();
  }

  private Casebook casebook() {
    return record.casebook();
  }

  private Check check(String id) {
    return record
        .casebook()
        .check(id)
        .orElseThrow(() -> new NotThere("That check is not in the casebook."));
  }

  private Repair repair(String id) {
    return casebook()
        .repair(id)
        .orElseThrow(() -> new NotThere("That repair is not in the casebook."));
  }

  /** Has a step done by the machine that stands on the bench. */
  @PostMapping("/live")
  String live(
      @PathVariable String claim,
      @RequestParam String step,
      @RequestParam int seen,
      Principal who,
      Model model) {
    Step known =
        casebook().step(step).orElseThrow(() -> new NotThere("That step is not in the casebook."));
    LiveMachine machine =
        live.stream()
            .filter(one -> one.device(claim, known).isPresent())
            .findFirst()
            .orElseThrow(() -> new Refused("Nothing on this bench answers that by itself."));
    return write(
        claim,
        who,
        model,
        "",
        writing -> {
          String came = machine.does(claim, known, who.getName());
          NewLine line = known instanceof Repair ? repaired(step, came) : reading(step, came);
          writing.record(seen, List.of(line));
        });
  }

  private static String back(String claim, String to) {
    return "redirect:/tickets/" + claim + (to.equals("prove") ? "/prove" : "/find");
  }

  @PostMapping("/answer")
  String answer(
      @PathVariable String claim,
      @RequestParam String check,
      @RequestParam String outcome,
      @RequestParam int seen,
      @RequestParam(defaultValue = "") String to,
      Principal who,
      Model model) {
    return write(claim, seen, List.of(reading(check, outcome)), who, model, to);
  }

  private NewLine reading(String id, String outcome) {
    Check check = check(id);
    if (check.outcomes().stream().noneMatch(o -> o.id().equals(outcome))) {
      throw new NotThere("That answer is not in the casebook.");
    }
    return NewLine.reading(check, outcome);
  }

  @PostMapping("/tried")
  String tried(
      @PathVariable String claim,
      @RequestParam String repair,
      @RequestParam String result,
      @RequestParam int seen,
      Principal who,
      Model model) {
    return write(claim, seen, List.of(repaired(repair, result)), who, model, "");
  }

  private NewLine repaired(String id, String result) {
    if (!List.of("works", "same", "elsewhere").contains(result)) {
      throw new NotThere("That result is not known.");
    }
    return NewLine.tried(repair(id), Event.Result.of(result));
  }

  /** Several answers in one go, each under the id of its step. */
  @PostMapping("/several")
  String several(
      @PathVariable String claim,
      @RequestParam int seen,
      @RequestParam Map<String, String> posted,
      Principal who,
      Model model) {
    List<NewLine> lines = new ArrayList<>();
    Set<Context> contexts = EnumSet.noneOf(Context.class);
    Set<Mark> marks = EnumSet.noneOf(Mark.class);
    String together = "after-" + seen;
    posted.forEach(
        (name, value) -> {
          if (value.isEmpty()) {
            return;
          }
          if (name.startsWith("check.")) {
            lines.add(reading(name.substring("check.".length()), value).together(together));
          } else if (name.startsWith("repair.")) {
            lines.add(repaired(name.substring("repair.".length()), value).together(together));
          } else if (name.startsWith("context.")) {
            contexts.add(known(name, Context::of));
          } else if (name.startsWith("mark.")) {
            marks.add(known(name, Mark::of));
          }
        });
    return write(
        claim,
        who,
        model,
        "",
        writing -> {
          writing.heard(contexts, marks);
          writing.record(seen, lines);
        });
  }

  private static <T> T known(String field, Function<String, T> of) {
    try {
      return of.apply(field.substring(field.indexOf('.') + 1));
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("That is not known here. Nothing was recorded.");
    }
  }

  @PostMapping("/aside")
  String aside(
      @PathVariable String claim,
      @RequestParam String step,
      @RequestParam(defaultValue = "") String reason,
      @RequestParam int seen,
      @RequestParam(defaultValue = "") String to,
      Principal who,
      Model model) {
    Step known =
        record
            .casebook()
            .step(step)
            .orElseThrow(() -> new NotThere("That step is not in the casebook."));
    return write(claim, seen, List.of(NewLine.aside(known, reason)), who, model, to);
  }

  private String write(
      String claim, int seen, List<NewLine> lines, Principal who, Model model, String to) {
    return write(claim, who, model, to, writing -> writing.record(seen, lines));
  }

  private String write(
      String claim, Principal who, Model model, String to, Consumer<Writing> write) {
    try {
      record.change(claim, who.getName(), write);
      return back(claim, to);
    } catch (Clash clash) {
      Line theirs = clash.theirs();
      model.addAttribute(
          "clash",
          new TwoAnswers(
              theirs.who(),
              theirs.text(),
              clash.ours().text(),
              theirs.number(),
              clash.ours().entry() instanceof Entry.Reading ours ? ours.outcome() : "",
              theirs.entry() instanceof Entry.Reading));
      return find(claim, "", "", "", "", "", model);
    }
  }

  /** Lets this ticket follow another school than the shop, or the shop's again. */
  @PostMapping("/school")
  String school(
      @PathVariable String claim,
      @RequestParam String school,
      @RequestParam(defaultValue = "") String position,
      @RequestParam(defaultValue = "") String step,
      @RequestParam(defaultValue = "") String to,
      Principal who) {
    try {
      School chosen = School.of(school);
      record.change(claim, who.getName(), writing -> writing.choose(chosen, position));
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("There is no such school.");
    }
    if (to.equals("firmware")) {
      return "redirect:/tickets/" + claim + "/fix/firmware/update";
    }
    boolean known = casebook().step(step).isPresent();
    return "redirect:/tickets/" + claim + "/find" + (known ? "?step=" + step : "");
  }

  @PostMapping("/undo")
  String undo(@PathVariable String claim, Principal who) {
    record.change(claim, who.getName(), Writing::undo);
    return back(claim, "");
  }

  @PostMapping("/correct")
  String correct(
      @PathVariable String claim,
      @RequestParam int entry,
      @RequestParam String outcome,
      Principal who) {
    record.change(claim, who.getName(), writing -> writing.correct(entry, outcome));
    return back(claim, "");
  }

  /** Opens the road again in spite of a danger; only with a reason, by those who may. */
  @PostMapping("/lift")
  String lift(
      @PathVariable String claim,
      @RequestParam String mark,
      @RequestParam String reason,
      @RequestParam int seen,
      @ModelAttribute("mayLift") boolean mayLift,
      Principal who,
      Model model) {
    Optional<Mark> known =
        List.of(Mark.values()).stream().filter(m -> m.id().equals(mark)).findFirst();
    if (!mayLift || known.isEmpty() || reason.isBlank()) {
      throw new NotThere("A danger is lifted by a technician or the owner, with a reason.");
    }
    return write(claim, seen, List.of(NewLine.lifted(known.get(), reason)), who, model, "");
  }

  @PostMapping("/refer")
  String refer(@PathVariable String claim, Principal who) {
    record.change(
        claim,
        who.getName(),
        writing -> writing.append(NewLine.note("Advised: refer it, or replace the machine")));
    return "redirect:/tickets/" + claim + "/hand-back";
  }
}
