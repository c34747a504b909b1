package dottore.app.handback;

import dottore.app.frame.TicketPage;
import dottore.app.paper.Paper;
import dottore.app.record.Closing;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.said.Refused;
import dottore.core.casebook.Check;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Event;
import dottore.core.diagnosis.Verdict;
import dottore.core.facts.Facts;
import dottore.core.gate.Point;
import dottore.core.machine.MachineKind;
import dottore.core.proof.ProofFacts;
import dottore.core.ticket.Ending;
import dottore.core.ticket.HandBack;
import dottore.core.ticket.Owed;
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
  record Row(boolean met, String what, String todo, String address, long item) {}

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

  private final Record record;
  private final Closing closing;
  private final TicketPage page;
  private final Sheet sheet;
  private final Proofs measured;
  private final Paper paper;

  HandBackController(
      Record record, Closing closing, TicketPage page, Sheet sheet, Proofs measured, Paper paper) {
    this.record = record;
    this.measured = measured;
    this.closing = closing;
    this.page = page;
    this.sheet = sheet;
    this.paper = paper;
  }

  /** Measures, before and after. */
  @PostMapping("/prove")
  String measured(
      @PathVariable String claim,
      @RequestParam Map<String, String> posted,
      @RequestParam int seen,
      Principal who,
      Model model) {
    Writing.NotTaken not =
        record.write(
            claim,
            who.getName(),
            w -> {
              Facts before = w.log().facts();
              Writing.NotTaken left =
                  w.facts("Prove", ProofFacts.FORM, posted, job -> job.log().facts(), seen);
              measured.answer(w, before);
              return left;
            });
    if (not.words().isEmpty()) {
      return "redirect:/tickets/" + claim + "/prove";
    }
    model.addAttribute("measureFaults", not.words());
    return prove(claim, not.typed(), model);
  }

  @GetMapping("/prove")
  String prove(@PathVariable String claim, Model model) {
    return prove(claim, Map.of(), model);
  }

  private String prove(String claim, Map<String, String> typed, Model model) {
    TicketFile file = record.open(claim);
    Assessment assessment = record.assess(file);
    page.fill(model, file, "prove");
    model.addAttribute("open", file.open());
    boolean works = assessment.verdict() instanceof Verdict.Works;
    model.addAttribute("works", works);
    model.addAttribute(
        "cure", assessment.verdict() instanceof Verdict.Works w ? w.repair().name() : "");
    model.addAttribute("rechecks", rechecks(assessment, file.machine().kind()));
    model.addAttribute(
        "owedFirst",
        file.owed().stream()
            .filter(Owed::asksAgain)
            .findFirst()
            .map(o -> "Put back first: " + o.what() + ". It is checked again after that.")
            .orElse(null));
    List<Proof> proofs = new ArrayList<>();
    for (Event.Reading reading : assessment.proof()) {
      Check check = record.casebook().check(reading.check()).orElseThrow();
      Check.Outcome outcome = check.outcome(reading.outcome());
      proofs.add(new Proof(check.name() + ": " + outcome.words(), outcome.good()));
    }
    model.addAttribute("proofs", proofs);
    model.addAttribute("measures", measured.rows(file, typed));
    model.addAttribute("least", works ? measured.least(file, assessment) : null);
    return "handback/prove";
  }

  private List<Recheck> rechecks(Assessment assessment, MachineKind kind) {
    if (!(assessment.verdict() instanceof Verdict.Works works)) {
      return List.of();
    }
    return works.owed().stream()
        .map(id -> record.casebook().check(id).orElseThrow())
        .map(
            check ->
                new Recheck(
                    check.id(),
                    check.name(),
                    check.question(),
                    check.how(),
                    check.id().equals(Check.HOW_FAR),
                    check.outcomesOn(kind).stream()
                        .sorted(java.util.Comparator.comparing(o -> !o.good()))
                        .map(o -> new Choice(o.id(), o.words(), o.good()))
                        .toList()))
        .toList();
  }

  @GetMapping("/hand-back")
  String handBack(@PathVariable String claim, Model model) {
    TicketFile file = record.open(claim);
    if (!file.open()) {
      page.fill(model, file, "hand-back");
      model.addAllAttributes(sheet.values(file));
      return "handback/closed";
    }
    return form(file, sheet.proposal(file, record.assess(file)), "", model);
  }

  private String form(TicketFile file, Map<String, String> fields, String override, Model model) {
    page.fill(model, file, "hand-back");
    List<Row> gate = gate(file);
    model.addAttribute("gate", gate);
    model.addAttribute("blocked", gate.stream().anyMatch(row -> !row.met()));
    model.addAttribute("fields", fields);
    model.addAttribute("override", override);
    return "handback/hand-back";
  }

  private List<Row> gate(TicketFile file) {
    return closing.gate(file, Ending.HANDED_BACK).points().stream()
        .map(point -> row(file, point))
        .toList();
  }

  /** Where each open point is turned good. */
  private static Row row(TicketFile file, Point<HandBack.Topic> point) {
    String base = "/tickets/" + file.claim();
    HandBack.Topic topic = point.topic();
    String address = "";
    String todo = point.todo();
    long item = 0;
    if (point.passes()) {
      todo = "";
    } else if (topic instanceof HandBack.Topic.Works) {
      address = base + "/find";
    } else if (topic instanceof HandBack.Topic.Again) {
      address = base + "/prove";
    } else if (topic instanceof HandBack.Topic.Undisturbed) {
      address = base + "/fix";
      todo = "Fix";
    } else if (topic instanceof HandBack.Topic.Over over) {
      address = base + "/run-sheets/" + over.sheet().id();
    } else if (topic instanceof HandBack.Topic.Back back) {
      item = back.owed().id();
    }
    return new Row(point.passes(), point.words(), todo, address, item);
  }

  @PostMapping("/hand-back")
  String close(
      @PathVariable String claim,
      @RequestParam Map<String, String> posted,
      HttpServletRequest request,
      Principal who,
      Model model) {
    TicketFile file = record.open(claim);
    if (!file.open()) {
      return "redirect:/tickets/" + claim + "/hand-back";
    }
    Map<String, String> fields = new LinkedHashMap<>();
    for (String field : Sheet.FIELDS) {
      String value = posted.getOrDefault(field, "").strip();
      fields.put(field, value.length() > LONGEST ? value.substring(0, LONGEST) : value);
    }
    String override = posted.getOrDefault("override", "").strip();
    boolean mayOverride = mayOverride(request);
    try {
      if (!fields.getOrDefault("minutes", "").matches("\\d{0,5}")) {
        throw new Refused("Minutes are a whole number.");
      }
      record.change(
          claim,
          who.getName(),
          writing -> closing.close(writing, Ending.HANDED_BACK, fields, override, mayOverride));
    } catch (Refused refused) {
      model.addAttribute("fault", refused.why());
      return form(record.open(claim), fields, override, model);
    }
    return "redirect:/tickets/" + claim + "/hand-back";
  }

  private static boolean mayOverride(HttpServletRequest request) {
    return request.isUserInRole("OWNER") || request.isUserInRole("TECHNICIAN");
  }

  @GetMapping("/sheet")
  String print(@PathVariable String claim, Model model) {
    model.addAllAttributes(sheet.values(record.open(claim)));
    model.addAttribute("screen", true);
    return "handback/sheet";
  }

  @GetMapping("/sheet.pdf")
  ResponseEntity<byte[]> pdf(@PathVariable String claim) {
    Map<String, Object> values = sheet.values(record.open(claim));
    values.put("screen", false);
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header("Content-Disposition", "attachment; filename=\"sheet-" + claim + ".pdf\"")
        .body(paper.pdf("handback/sheet", values));
  }
}
