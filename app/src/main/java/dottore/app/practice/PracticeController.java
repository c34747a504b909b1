package dottore.app.practice;

import dottore.app.practice.PracticeBook.Attempt;
import dottore.app.practice.PracticeBook.Past;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.core.bridge.Printout;
import dottore.core.casebook.Station;
import dottore.core.machine.MachineKind;
import dottore.core.practice.Part;
import dottore.core.practice.Scenario;
import dottore.core.rehearsal.Debrief;
import dottore.core.rehearsal.Leitner;
import dottore.core.rehearsal.Move;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ThreadLocalRandom;
import java.util.stream.Collectors;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The place Practice: which case, the bench, the debrief. */
@Controller
@RequestMapping("/practice")
class PracticeController {
  /** A case that somebody has on the bench, and the ticket under which it stands, if under one. */
  record Open(long id, String claim, BenchView view) {}

  private final PracticeBook book;

  PracticeController(PracticeBook book) {
    this.book = book;
  }

  @GetMapping
  String home(Principal who, HttpServletRequest request, Model model) {
    List<Past> past = book.pastOf(who.getName());
    List<Leitner.Area> areas = book.progress(past);
    model.addAttribute("view", new ProgressView(areas, past, book.today()));
    List<Attempt> open = book.openOf(who.getName());
    model.addAttribute(
        "open",
        open.stream().map(a -> new Open(a.id(), a.claim(), view(a, Optional.empty()))).toList());
    boolean leads = request.isUserInRole("OWNER") || request.isUserInRole("TECHNICIAN");
    model.addAttribute("others", leads ? others(who.getName()) : List.of());
    return "practice/home";
  }

  private List<ProgressView.Person> others(String me) {
    Map<String, List<Past>> byPerson =
        book.pastOfAll().stream()
            .filter(past -> !past.who().equals(me))
            .collect(Collectors.groupingBy(Past::who, TreeMap::new, Collectors.toList()));
    return byPerson.entrySet().stream()
        .map(e -> ProgressView.person(e.getKey(), e.getValue(), book.progress(e.getValue())))
        .toList();
  }

  /**
   * Begins a case.
   *
   * @param how next, day, any, code or ticket
   */
  @PostMapping("/begin")
  String begin(
      @RequestParam String how,
      @RequestParam(defaultValue = "2") int level,
      @RequestParam(defaultValue = "") String code,
      @RequestParam(defaultValue = "") String claim,
      Principal who) {
    Scenario scenario =
        switch (how) {
          case "next" -> next(who.getName());
          case "day" -> ofTheDay();
          case "code" -> byCode(code);
          case "any" -> onLevel(level);
          case "ticket" -> book.like(claim.strip());
          default -> throw new NotThere("There is no such way to begin.");
        };
    return "redirect:/practice/" + book.begin(scenario, who.getName());
  }

  /** Out of the weakest area, with levels that rise with its box. */
  private Scenario next(String who) {
    List<Past> past = book.pastOf(who);
    Leitner.Area weakest = book.progress(past).get(0);
    int level = Math.min(weakest.box(), Scenario.LEVELS - 1);
    Station area = weakest.station();
    int from = ThreadLocalRandom.current().nextInt(Scenario.SEEDS);
    Set<MachineKind> all = Set.of(MachineKind.values());
    try {
      return book.among(from, level, book.in(area), all);
    } catch (Refused rare) {
      return book.among(from, 2, book.in(area), all);
    }
  }

  /** The same for everybody on one day. */
  private Scenario ofTheDay() {
    long day = book.today().toEpochDay();
    return Scenario.of((int) Math.floorMod(day * 7919L, (long) Scenario.SEEDS), 2);
  }

  private static Scenario byCode(String code) {
    try {
      return Scenario.of(code);
    } catch (IllegalArgumentException wrong) {
      throw new Refused("There is no case " + code + ": " + wrong.getMessage() + ".");
    }
  }

  private static Scenario onLevel(int level) {
    try {
      return Scenario.of(ThreadLocalRandom.current().nextInt(Scenario.SEEDS), level);
    } catch (IllegalArgumentException wrong) {
      throw new Refused("A level is a number from 1 to " + Scenario.LEVELS + ".");
    }
  }

  @GetMapping("/{id}")
  String bench(
      @PathVariable long id,
      @RequestParam(defaultValue = "") String part,
      Principal who,
      Model model) {
    Attempt attempt = book.open(id, who.getName());
    model.addAttribute("id", id);
    model.addAttribute("mine", attempt.own());
    model.addAttribute("who", attempt.who());
    if (attempt.closed()) {
      Debrief debrief =
          book.debrief(id).orElseThrow(() -> new NotThere("This case was not looked back on."));
      model.addAttribute(
          "view",
          new DebriefView(debrief, book.casebook(), book.quickest(attempt.rehearsal().scenario())));
      return "practice/debrief";
    }
    model.addAttribute("view", view(attempt, part(part)));
    model.addAttribute("claim", attempt.claim());
    return "practice/bench";
  }

  private BenchView view(Attempt attempt, Optional<Part> part) {
    return new BenchView(
        attempt.rehearsal(), book.casebook(), part, book.hint(attempt.rehearsal()));
  }

  private static Optional<Part> part(String id) {
    for (Part part : Part.values()) {
      if (part.id().equals(id)) {
        return Optional.of(part);
      }
    }
    return Optional.empty();
  }

  /** What a device handed out, in a format that Measure and Fix read. */
  @GetMapping("/{id}/readings/{number}")
  ResponseEntity<byte[]> reading(@PathVariable long id, @PathVariable int number) {
    return file(book.printout(id, number));
  }

  /** The file of a device for a form of the ticket under which the machine stands. */
  @PostMapping("/handouts/{claim}/{check}")
  ResponseEntity<byte[]> handout(@PathVariable String claim, @PathVariable String check) {
    return file(
        book.handout(
            claim,
            book.casebook()
                .check(check)
                .orElseThrow(() -> new NotThere("That check is not in the casebook."))));
  }

  private static ResponseEntity<byte[]> file(Printout printout) {
    return ResponseEntity.ok()
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(printout.name()).build().toString())
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .body(printout.bytes());
  }

  /** On as a ticket, where Find leads and the devices answer. */
  @PostMapping("/{id}/ticket")
  String ticket(@PathVariable long id, Principal who) {
    return "redirect:/tickets/" + book.toFind(id, who.getName()) + "/find";
  }

  /** One move at the machine. */
  @PostMapping("/{id}/moves")
  String move(
      @PathVariable long id,
      @RequestParam Move.Kind kind,
      @RequestParam(defaultValue = "") String of,
      @RequestParam int seen,
      @RequestParam(defaultValue = "") String part,
      Principal who) {
    Move move;
    try {
      move = new Move(kind, of);
    } catch (IllegalArgumentException wrong) {
      throw new Refused("It cannot be done: " + wrong.getMessage() + ".");
    }
    boolean over = book.move(id, move, seen, who.getName()).over();
    boolean known = !over && part(part).isPresent();
    return "redirect:/practice/" + id + (known ? "?part=" + part : "");
  }
}
