package dottore.app.find;

import dottore.app.knowledge.Knowledge;
import dottore.app.shop.NotThere;
import dottore.app.ticket.Clash;
import dottore.app.ticket.Counter;
import dottore.app.ticket.Line;
import dottore.app.ticket.NewLine;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.app.ticket.TicketPage;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.School;
import dottore.core.casebook.Step;
import dottore.core.casebook.Vocabulary.Meaning;
import dottore.core.diagnosis.Event;
import dottore.core.words.Code;
import dottore.core.words.Wording;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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
  private static final int HITS = 8;

  /** When something was heard, steps that only share a word are shown up to here. */
  private static final int HEARD_AND_MORE = 3;

  /**
   * A step that matches typed words, with its answers.
   *
   * @param heard the words in which an answer was heard, or empty
   * @param means what was heard, to be tapped first, or empty
   */
  record Hit(
      String id,
      String name,
      String kind,
      String heard,
      String means,
      List<FindPage.Choice> choices) {}

  /** A circumstance or danger that was heard. */
  record Also(String field, String words, String heard) {}

  /** Two answers to one thing. */
  record TwoAnswers(
      String who, String theirs, String ours, int entry, String outcome, boolean reading) {}

  private static final List<String> DEVICES =
      List.of("network", "graphics", "audio", "touch", "several", "other");

  /** A number that is called by its kind, or hexadecimal by its first letters. */
  private static final Pattern NUMBER =
      Pattern.compile(
          "(?i)\\b(?:(?<kind>stop|board|display|mark)(?:\\s+code)?\\s+)?(?<number>0x[0-9a-f]{1,8})\\b"
              + "|\\b(?<kind2>stop|board|display|mark)(?:\\s+code)?\\s+(?<number2>[0-9a-f]{1,8})\\b");

  private final TicketBook book;
  private final Counter counter;
  private final Knowledge knowledge;
  private final TicketPage page;

  FindController(TicketBook book, Counter counter, Knowledge knowledge, TicketPage page) {
    this.book = book;
    this.counter = counter;
    this.knowledge = knowledge;
    this.page = page;
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
    TicketFile file = book.open(claim);
    page.fill(model, file, "find");
    FindView view =
        new FindView(
            casebook(), file, book.assess(file), book.schools(file), knowledge.learned().times());
    model.addAttribute("find", view.page(step, at, new FindView.Typed(code, device)));
    model.addAttribute("q", q);
    List<Wording.Proposal> heard = knowledge.wording().proposals(q, HITS);
    List<Code> codes = codes(q);
    model.addAttribute("codes", codes);
    model.addAttribute("hits", hits(q, heard, codes));
    model.addAttribute("also", also(file, heard));
    return "find/find";
  }

  private Casebook casebook() {
    return book.casebook();
  }

  /** Numbers in typed words: "stop 7B", "board code 55", "mark 43 on graphics". */
  private static List<Code> codes(String typed) {
    List<Code> codes = new ArrayList<>();
    Matcher found = NUMBER.matcher(typed);
    while (found.find() && codes.size() < HITS) {
      boolean called = found.group("number") == null;
      String number = found.group(called ? "number2" : "number");
      String kind = Objects.requireNonNullElse(found.group(called ? "kind2" : "kind"), "");
      Optional<Code> code =
          switch (kind.toLowerCase(Locale.ROOT)) {
            case "board", "display" -> Code.board(number);
            case "mark" -> Code.mark(number, deviceIn(typed));
            default -> Code.stop(number);
          };
      code.ifPresent(codes::add);
    }
    return codes;
  }

  private static String deviceIn(String typed) {
    String text = typed.toLowerCase(Locale.ROOT);
    return DEVICES.stream().filter(text::contains).findFirst().orElse("");
  }

  /** What was heard comes first, with the answer that it means; then steps with these words. */
  private List<Hit> hits(String q, List<Wording.Proposal> heard, List<Code> codes) {
    Map<String, Hit> hits = new LinkedHashMap<>();
    for (Code code : codes) {
      code.meaning()
          .ifPresent(a -> hits.put(a.check(), hit(check(a.check()), code.number(), a.outcome())));
    }
    for (Wording.Proposal proposal : heard) {
      if (proposal.meaning() instanceof Meaning.Answer a) {
        hits.putIfAbsent(a.check(), hit(check(a.check()), proposal.heard(), a.outcome()));
      }
    }
    int room = hits.isEmpty() ? HITS : HEARD_AND_MORE;
    for (Step step : casebook().find(q, HITS)) {
      if (hits.size() < room) {
        hits.putIfAbsent(step.id(), hit(step, "", ""));
      }
    }
    return List.copyOf(hits.values());
  }

  private static List<Also> also(TicketFile file, List<Wording.Proposal> heard) {
    List<Also> also = new ArrayList<>();
    for (Wording.Proposal proposal : heard) {
      if (proposal.meaning() instanceof Meaning.Circumstance c
          && !file.contexts().contains(c.context())) {
        also.add(new Also("context." + c.context().id(), proposal.words(), proposal.heard()));
      } else if (proposal.meaning() instanceof Meaning.Danger d
          && !file.marks().contains(d.mark())) {
        also.add(new Also("mark." + d.mark().id(), "⊘ " + proposal.words(), proposal.heard()));
      }
    }
    return also;
  }

  private static Hit hit(Step step, String heard, String means) {
    if (step instanceof Check check) {
      List<FindPage.Choice> choices =
          check.outcomes().stream()
              .map(o -> new FindPage.Choice(o.id(), o.words(), o.id().equals(means)))
              .sorted(Comparator.comparing(choice -> !choice.now()))
              .toList();
      return new Hit(step.id(), step.name(), "check", heard, means, choices);
    }
    return new Hit(
        step.id(),
        step.name(),
        "repair",
        "",
        "",
        List.of(
            new FindPage.Choice("works", "Works now", false),
            new FindPage.Choice("same", "No change", false),
            new FindPage.Choice("elsewhere", "Stops elsewhere", false)));
  }

  private Check check(String id) {
    return book.casebook()
        .check(id)
        .orElseThrow(() -> new NotThere("That check is not in the casebook."));
  }

  private Repair repair(String id) {
    return casebook()
        .repair(id)
        .orElseThrow(() -> new NotThere("That repair is not in the casebook."));
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
            lines.add(reading(name.substring("check.".length()), value).with("together", together));
          } else if (name.startsWith("repair.")) {
            lines.add(
                repaired(name.substring("repair.".length()), value).with("together", together));
          } else if (name.startsWith("context.")) {
            contexts.add(Context.of(name.substring("context.".length())));
          } else if (name.startsWith("mark.")) {
            marks.add(Mark.of(name.substring("mark.".length())));
          }
        });
    counter.heard(claim, contexts, marks, who.getName());
    return write(claim, seen, lines, who, model, "");
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
        book.casebook()
            .step(step)
            .orElseThrow(() -> new NotThere("That step is not in the casebook."));
    return write(claim, seen, List.of(NewLine.aside(known, reason)), who, model, to);
  }

  private String write(
      String claim, int seen, List<NewLine> lines, Principal who, Model model, String to) {
    try {
      book.record(claim, seen, lines, who.getName());
      return back(claim, to);
    } catch (Clash clash) {
      Line theirs = clash.theirs();
      model.addAttribute(
          "clash",
          new TwoAnswers(
              theirs.who(),
              theirs.text(),
              clash.ours().text(),
              theirs.seq(),
              clash.ours().data().getOrDefault("outcome", ""),
              theirs.kind() == Line.Kind.READING));
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
      Principal who) {
    try {
      book.choose(claim, School.of(school), position, who.getName());
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("There is no such school.");
    }
    return "redirect:/tickets/" + claim + "/find" + (step.isEmpty() ? "" : "?step=" + step);
  }

  @PostMapping("/undo")
  String undo(@PathVariable String claim, Principal who) {
    book.undo(claim, who.getName());
    return back(claim, "");
  }

  @PostMapping("/correct")
  String correct(
      @PathVariable String claim,
      @RequestParam int entry,
      @RequestParam String outcome,
      Principal who) {
    book.correct(claim, entry, outcome, who.getName());
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
    book.log(claim, who.getName(), NewLine.note("Advised: refer it, or replace the machine"));
    return "redirect:/tickets/" + claim + "/hand-back";
  }
}
