package dottore.app.runsheet;

import dottore.app.desk.Desks;
import dottore.app.frame.TicketPage;
import dottore.app.paper.Paper;
import dottore.app.record.Record;
import dottore.app.record.RunningTime;
import dottore.app.record.SheetWriting;
import dottore.app.record.SheetWriting.Said;
import dottore.app.record.TicketFile;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.app.shop.Shop;
import dottore.core.casebook.Drawing;
import dottore.core.runsheet.Asked;
import dottore.core.runsheet.Guard;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.RunSheet.Mark;
import dottore.core.runsheet.SheetStep;
import dottore.core.swap.ScrewMap;
import dottore.core.swap.SwapFacts;
import dottore.core.ticket.Line;
import dottore.core.ticket.SheetWork;
import java.security.Principal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A run sheet of a ticket: on the tablet, and printed. */
@Controller
@RequestMapping("/tickets/{claim}/run-sheets/{id}")
class RunSheetController {
  private static final int LONGEST = 200;

  /** Width of the map of screws on paper, in millimeters. */
  private static final double MAP = 110;

  /**
   * A step as shown.
   *
   * @param state done, skipped, now, or later
   * @param effort its minutes in words
   * @param blockedBy what must be done before, empty if it can be done now
   * @param reopens whether it can be opened again
   */
  record Row(
      int number,
      String id,
      String words,
      String how,
      String state,
      String effort,
      boolean alone,
      String depth,
      String caution,
      String drawing,
      String drawingWords,
      @Nullable Loan borrows,
      String returns,
      String asked,
      @Nullable Guard guard,
      boolean must,
      String blockedBy,
      String stillRuns,
      String by,
      boolean reopens) {}

  record Page(
      String id,
      String title,
      List<Row> rows,
      @Nullable Row now,
      int done,
      String hands,
      String waiting,
      boolean finished,
      boolean aside,
      boolean concluded,
      boolean guarded,
      String judge,
      String place,
      String placeName) {}

  private final Record record;
  private final Desks desks;
  private final TicketPage page;
  private final Shop shop;
  private final Paper paper;

  RunSheetController(Record record, Desks desks, TicketPage page, Shop shop, Paper paper) {
    this.record = record;
    this.desks = desks;
    this.page = page;
    this.shop = shop;
    this.paper = paper;
  }

  @GetMapping
  String show(@PathVariable String claim, @PathVariable String id, Model model) {
    TicketFile file = record.open(claim);
    page.fill(model, file, "fix");
    model.addAttribute("run", view(file, sheet(file, id)));
    return "runsheet/sheet";
  }

  private static SheetWork sheet(TicketFile file, String id) {
    return file.sheet(id).orElseThrow(() -> new NotThere("This ticket has no such run sheet."));
  }

  private Page view(TicketFile file, SheetWork open) {
    RunSheet sheet = open.sheet();
    Map<String, Mark> marks = open.marks();
    List<SheetStep> ready = open.open() ? sheet.ready(marks) : List.of();
    List<Row> rows = new ArrayList<>();
    for (SheetStep step : sheet.steps()) {
      rows.add(row(rows.size() + 1, step, open, ready, stillRuns(file, open, step)));
    }
    return new Page(
        open.id(),
        sheet.title(),
        rows,
        rows.stream().filter(r -> r.state().equals("now")).findFirst().orElse(null),
        marks.size(),
        sheet.handsLeft(marks).text(),
        sheet.waitingLeft(marks).text(),
        open.finished(),
        open.aside(),
        open.concluded(),
        file.guarded().isPresent(),
        file.guarded().filter(c -> c.worries(shop.now())).map(RunningTime::label).orElse(""),
        desks.place(open),
        desks.placeName(open));
  }

  /** What a step waits for although its turn has come; empty if no clock before it runs down. */
  private String stillRuns(TicketFile file, SheetWork open, SheetStep step) {
    return step.after().stream()
        .flatMap(id -> Optional.ofNullable(open.lines().get(id)).stream())
        .flatMap(
            line ->
                file.runningClocks().stream()
                    .filter(c -> c.guard().isEmpty() && c.waiting(shop.now()) && c.causedBy(line)))
        .findFirst()
        .map(
            clock ->
                clock.label()
                    + ": about "
                    + Math.max(1, clock.left(shop.now()).toMinutes())
                    + " min left")
        .orElse("");
  }

  private Row row(
      int number, SheetStep step, SheetWork open, List<SheetStep> ready, String stillRuns) {
    Map<String, Mark> marks = open.marks();
    Mark mark = marks.get(step.id());
    String state = mark == null ? "later" : mark == Mark.DONE ? "done" : "skipped";
    if (mark == null && ready.contains(step)) {
      state = ready.get(0).equals(step) ? "now" : "ready";
    }
    Line line = open.lines().get(step.id());
    String effort = step.hands().text();
    if (step.waiting().value() > 0) {
      effort +=
          " hands, then " + step.waiting().text() + (step.guard().isPresent() ? "" : " alone");
    }
    return new Row(
        number,
        step.id(),
        step.words(),
        step.how(),
        state,
        effort,
        step.waiting().value() >= 2 && step.guard().isEmpty(),
        step.depth().words(),
        step.caution().orElse(""),
        step.drawing().map(Drawing::id).orElse(""),
        step.drawing().map(Drawing::words).orElse(""),
        step.borrows().orElse(null),
        step.returns().orElse(""),
        step.asked().map(Asked::question).orElse(""),
        step.guard().orElse(null),
        step.must(),
        open.sheet().waitsFor(step.id(), marks).stream()
            .findFirst()
            .map(SheetStep::words)
            .orElse(""),
        stillRuns,
        line == null ? "" : line.who() + ", " + shop.times().brief(line.at()),
        mark != null && open.sheet().builtOn(step.id(), marks).isEmpty());
  }

  @PostMapping("/tick")
  String tick(
      @PathVariable String claim,
      @PathVariable String id,
      @RequestParam String step,
      @RequestParam(defaultValue = "") String before,
      @RequestParam(defaultValue = "") String place,
      @RequestParam(defaultValue = "") String read,
      Principal who,
      Model model) {
    Said said = new Said(shortened(before), shortened(place), shortened(read));
    model.addAttribute("typedAt", step);
    model.addAttribute("typed", said);
    return answered(claim, id, model, who, sheets -> sheets.tick(id, step, said));
  }

  @PostMapping("/skip")
  String skip(
      @PathVariable String claim,
      @PathVariable String id,
      @RequestParam String step,
      @RequestParam(defaultValue = "") String reason,
      Principal who,
      Model model) {
    return answered(claim, id, model, who, sheets -> sheets.skip(id, step, shortened(reason)));
  }

  @PostMapping("/reopen")
  String reopen(
      @PathVariable String claim,
      @PathVariable String id,
      @RequestParam String step,
      Principal who,
      Model model) {
    return answered(claim, id, model, who, sheets -> sheets.reopen(id, step));
  }

  @PostMapping("/aside")
  String aside(
      @PathVariable String claim,
      @PathVariable String id,
      @RequestParam(defaultValue = "") String reason,
      Principal who,
      Model model) {
    return answered(claim, id, model, who, sheets -> sheets.setAside(id, shortened(reason)));
  }

  private static String shortened(String text) {
    String line = text.strip();
    return line.length() > LONGEST ? line.substring(0, LONGEST) : line;
  }

  private String answered(
      String claim, String id, Model model, Principal who, Consumer<SheetWriting> work) {
    try {
      record.change(claim, who.getName(), writing -> work.accept(writing.sheets()));
      return "redirect:/tickets/" + claim + "/run-sheets/" + id;
    } catch (Refused refused) {
      model.addAttribute("fault", refused.why());
      return show(claim, id, model);
    }
  }

  @GetMapping("/paper.pdf")
  ResponseEntity<byte[]> pdf(@PathVariable String claim, @PathVariable String id) {
    TicketFile file = record.open(claim);
    Map<String, Object> values = new HashMap<>();
    values.put("claim", claim);
    values.put("machine", file.machine().title());
    values.put("serial", file.machine().serial());
    values.put("shop", shop.name());
    values.put("printed", shop.times().moment(shop.now()));
    values.put("run", view(file, sheet(file, id)));
    ScrewMap screws = file.log().facts().find(SwapFacts.SCREWS).orElse(ScrewMap.empty());
    values.put("screws", screws.back(MAP, file.machine().kind()));
    values.put("mapWidth", MAP);
    values.put("mapHeight", MAP / ScrewMap.proportion(file.machine().kind()));
    values.put("mixed", screws.mixed());
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header("Content-Disposition", "inline; filename=\"run-sheet-" + claim + ".pdf\"")
        .body(paper.pdf("runsheet/paper", values));
  }
}
