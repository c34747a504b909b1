package dottore.app.handback;

import dottore.app.paper.Paper;
import dottore.app.shop.Shop;
import dottore.app.ticket.OpenSheet;
import dottore.app.ticket.Owed;
import dottore.app.ticket.SheetBook;
import dottore.app.ticket.TicketBook;
import dottore.app.ticket.TicketFile;
import dottore.app.ticket.TicketPage;
import dottore.core.casebook.Cause;
import dottore.core.casebook.Check;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.Verdict;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The tabs Prove and Hand back, and the sheet on paper. */
@Controller
@RequestMapping("/tickets/{claim}")
class HandBackController {
  private static final int LONGEST = 4000;

  /**
   * A point of the gate.
   *
   * @param todo how to turn it green; empty when it is
   * @param item the owed thing that can be put back from here, 0 for none
   */
  record Point(boolean met, String what, String todo, String address, long item) {}

  /** A check that must be read again. */
  record Recheck(
      String check,
      String name,
      String question,
      String how,
      boolean fixed,
      List<Choice> choices) {}

  record Choice(String outcome, String words, boolean good) {}

  record Proof(String words, boolean good) {}

  private final TicketBook book;
  private final TicketPage page;
  private final Sheet sheet;
  private final SheetBook sheets;
  private final Shop shop;
  private final Paper paper;

  HandBackController(
      TicketBook book, TicketPage page, Sheet sheet, SheetBook sheets, Shop shop, Paper paper) {
    this.book = book;
    this.page = page;
    this.sheet = sheet;
    this.sheets = sheets;
    this.shop = shop;
    this.paper = paper;
  }

  @GetMapping("/prove")
  String prove(@PathVariable String claim, Model model) {
    TicketFile file = book.open(claim);
    Assessment assessment = book.assess(file);
    page.fill(model, file, "prove");
    model.addAttribute("open", file.open());
    boolean works = assessment.verdict() instanceof Verdict.Works;
    model.addAttribute("works", works);
    model.addAttribute(
        "cure", assessment.verdict() instanceof Verdict.Works w ? w.repair().name() : "");
    model.addAttribute("rechecks", rechecks(assessment));
    List<Proof> proofs = new ArrayList<>();
    for (Event.Reading reading : assessment.proof()) {
      Check check = book.casebook().check(reading.check()).orElseThrow();
      Check.Outcome outcome = check.outcome(reading.outcome());
      proofs.add(new Proof(check.name() + ": " + outcome.words(), outcome.good()));
    }
    model.addAttribute("proofs", proofs);
    return "handback/prove";
  }

  private List<Recheck> rechecks(Assessment assessment) {
    if (!(assessment.verdict() instanceof Verdict.Works works)) {
      return List.of();
    }
    return works.owed().stream()
        .map(id -> book.casebook().check(id).orElseThrow())
        .map(
            check ->
                new Recheck(
                    check.id(),
                    check.name(),
                    check.question(),
                    check.how(),
                    check.id().equals(Check.HOW_FAR),
                    check.outcomes().stream()
                        .sorted(java.util.Comparator.comparing(o -> !o.good()))
                        .map(o -> new Choice(o.id(), o.words(), o.good()))
                        .toList()))
        .toList();
  }

  @GetMapping("/hand-back")
  String handBack(@PathVariable String claim, Model model) {
    TicketFile file = book.open(claim);
    if (!file.open()) {
      page.fill(model, file, "hand-back");
      model.addAllAttributes(sheet.values(file));
      return "handback/closed";
    }
    return form(file, sheet.proposal(file, book.assess(file)), "", model);
  }

  private String form(TicketFile file, Map<String, String> fields, String override, Model model) {
    page.fill(model, file, "hand-back");
    List<Point> gate = gate(file, book.assess(file));
    model.addAttribute("gate", gate);
    model.addAttribute("blocked", gate.stream().anyMatch(point -> !point.met()));
    model.addAttribute("fields", fields);
    model.addAttribute("override", override);
    return "handback/hand-back";
  }

  private List<Point> gate(TicketFile file, Assessment assessment) {
    String base = "/tickets/" + file.claim();
    List<Point> gate = new ArrayList<>();
    if (assessment.verdict() instanceof Verdict.Works works) {
      gate.add(new Point(true, "A repair made it work: " + works.repair().name(), "", "", 0));
      for (String id : works.owed()) {
        gate.add(
            new Point(
                false,
                "Not checked again: " + book.casebook().check(id).orElseThrow().name(),
                "Check again",
                base + "/prove",
                0));
      }
      if (works.confirmed()) {
        gate.add(new Point(true, "What failed was checked again and is good", "", "", 0));
      }
    } else {
      gate.add(new Point(false, "No repair has made it work yet", "Find", base + "/find", 0));
    }
    file.guarded()
        .ifPresent(
            clock ->
                gate.add(
                    new Point(
                        false,
                        "Still running, do not touch: " + clock.label(),
                        "Firmware",
                        base + "/fix/firmware",
                        0)));
    sheets.of(file).stream()
        .filter(OpenSheet::open)
        .forEach(
            open ->
                gate.add(
                    new Point(
                        false,
                        "Run sheet still open: " + open.sheet().title(),
                        "Run sheet",
                        base + "/run-sheets/" + open.id(),
                        0)));
    file.owed()
        .forEach(
            owed ->
                gate.add(
                    new Point(false, "Still owed: " + words(owed), "Put back", "", owed.id())));
    if (file.owed().isEmpty()) {
      gate.add(new Point(true, "Nothing is owed to this machine", "", "", 0));
    }
    return gate;
  }

  private static String words(Owed owed) {
    String before = owed.before().isEmpty() ? "" : ", before: " + owed.before();
    return owed.what() + before + (owed.place().isEmpty() ? "" : ", now: " + owed.place());
  }

  @PostMapping("/hand-back")
  String close(
      @PathVariable String claim,
      @RequestParam Map<String, String> posted,
      HttpServletRequest request,
      Principal who,
      Model model) {
    TicketFile file = book.open(claim);
    if (!file.open()) {
      return "redirect:/tickets/" + claim + "/hand-back";
    }
    Map<String, String> fields = new LinkedHashMap<>();
    for (String field : Sheet.FIELDS) {
      String value = posted.getOrDefault(field, "").strip();
      fields.put(field, value.length() > LONGEST ? value.substring(0, LONGEST) : value);
    }
    String override = posted.getOrDefault("override", "").strip();
    Assessment assessment = book.assess(file);
    List<String> open =
        gate(file, assessment).stream().filter(p -> !p.met()).map(Point::what).toList();
    String fault = fault(fields, open, override, mayOverride(request));
    if (!fault.isEmpty()) {
      model.addAttribute("fault", fault);
      return form(file, fields, override, model);
    }
    String text = "Handed back";
    if (!open.isEmpty()) {
      fields.put("override", override);
      text = "Handed back in spite of: " + String.join("; ", open) + ". Reason: " + override;
    }
    boolean confirmed = assessment.verdict() instanceof Verdict.Works works && works.confirmed();
    List<String> causes =
        confirmed ? assessment.curedCauses().stream().map(Cause::id).toList() : List.of();
    book.close(claim, causes, fields, false, text, who.getName(), shop.now());
    return "redirect:/tickets/" + claim + "/hand-back";
  }

  private static boolean mayOverride(HttpServletRequest request) {
    return request.isUserInRole("OWNER") || request.isUserInRole("TECHNICIAN");
  }

  private static String fault(
      Map<String, String> fields, List<String> open, String override, boolean mayOverride) {
    if (!fields.get("minutes").isEmpty() && !fields.get("minutes").matches("\\d{1,5}")) {
      return "Minutes are a whole number.";
    }
    if (open.isEmpty()) {
      return "";
    }
    if (override.isEmpty()) {
      return "Not handed back: " + String.join("; ", open) + ".";
    }
    return mayOverride
        ? ""
        : "Not handed back: only a technician or the owner may go on in spite of what is open.";
  }

  @GetMapping("/sheet")
  String print(@PathVariable String claim, Model model) {
    model.addAllAttributes(sheet.values(book.open(claim)));
    model.addAttribute("screen", true);
    return "handback/sheet";
  }

  @GetMapping("/sheet.pdf")
  ResponseEntity<byte[]> pdf(@PathVariable String claim) {
    Map<String, Object> values = sheet.values(book.open(claim));
    values.put("screen", false);
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header("Content-Disposition", "attachment; filename=\"sheet-" + claim + ".pdf\"")
        .body(paper.pdf("handback/sheet", values));
  }
}
