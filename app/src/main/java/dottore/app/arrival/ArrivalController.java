package dottore.app.arrival;

import dottore.app.frame.TicketPage;
import dottore.app.knowledge.Knowledge;
import dottore.app.paper.Paper;
import dottore.app.paper.QrPicture;
import dottore.app.record.Arrival;
import dottore.app.record.Closing;
import dottore.app.record.Counter;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.said.Refused;
import dottore.app.shop.Shop;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Repair;
import dottore.core.casebook.Stage;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Ending;
import dottore.core.ticket.Entry;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.orm.ObjectOptimisticLockingFailureException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;

/** Taking a machine in. */
@Controller
class ArrivalController {

  private final Knowledge knowledge;
  private final Record record;
  private final Closing closing;
  private final Counter counter;
  private final Drafts drafts;
  private final Shop shop;
  private final TicketPage page;
  private final Paper paper;

  ArrivalController(
      Knowledge knowledge,
      Record record,
      Closing closing,
      Counter counter,
      Drafts drafts,
      Shop shop,
      TicketPage page,
      Paper paper) {
    this.knowledge = knowledge;
    this.record = record;
    this.closing = closing;
    this.counter = counter;
    this.drafts = drafts;
    this.shop = shop;
    this.page = page;
    this.paper = paper;
  }

  private ZoneId zone() {
    return shop.times().zone();
  }

  @GetMapping("/arrival")
  String form(Model model, Principal who) {
    Optional<Drafts.Draft> draft = drafts.of(who.getName());
    draft.ifPresent(d -> model.addAttribute("kept", "Draft of " + shop.times().moment(d.keptAt())));
    fill(model, draft.map(Drafts.Draft::form).orElseGet(ArrivalForm::empty), Map.of());
    model.addAttribute("draft", who.getName());
    model.addAttribute("fresh", draft.isEmpty());
    return "arrival/new";
  }

  private void fill(Model model, ArrivalForm form, Map<String, String> faults) {
    model.addAttribute("form", form);
    model.addAttribute("faults", faults);
    model.addAttribute("kinds", List.of(MachineKind.values()));
    model.addAttribute("changes", Arrays.stream(Context.values()).filter(Context::change).toList());
    model.addAttribute(
        "traits", Arrays.stream(Context.values()).filter(c -> !c.change() && !c.kind()).toList());
    model.addAttribute("marks", List.of(Mark.values()));
    model.addAttribute(
        "stages",
        record.casebook().check(Check.HOW_FAR).orElseThrow().outcomes().stream()
            .filter(outcome -> !outcome.id().equals(Check.WORKS))
            .toList());
    model.addAttribute(
        "lights",
        Arrays.stream(Stage.values())
            .filter(Stage::lit)
            .map(Stage::id)
            .collect(Collectors.toSet()));
    model.addAttribute("money", shop.money());
    model.addAttribute("heard", heard(form));
    model.addAttribute("warranty", warranty(form.get("warrantyUntil")).orElse(""));
  }

  private List<Heard> heard(ArrivalForm form) {
    return Heard.in(form, knowledge.wording(), record.casebook());
  }

  private Set<Mark> dangers(String complaint) {
    return Heard.dangers(complaint, knowledge.wording());
  }

  @PostMapping("/arrival/heard")
  String heard(@RequestParam MultiValueMap<String, String> posted, Model model) {
    model.addAttribute("heard", heard(ArrivalForm.of(posted)));
    return "arrival/hits :: heard";
  }

  /** The same for pages without script: the form again, with what its words sound like. */
  @PostMapping("/arrival/words")
  String words(@RequestParam MultiValueMap<String, String> posted, Principal who, Model model) {
    ArrivalForm form = ArrivalForm.of(posted);
    drafts.keep(who.getName(), form);
    fill(model, form, Map.of());
    model.addAttribute("draft", who.getName());
    model.addAttribute("fresh", false);
    return "arrival/new";
  }

  /** What is wrong with a form, and what of it is not an apprentice's to agree on. */
  private Map<String, String> faults(
      ArrivalForm form, ArrivalForm before, HttpServletRequest request) {
    Map<String, String> faults = new LinkedHashMap<>(form.faults(zone()));
    if (request.isUserInRole("APPRENTICE")) {
      faults.putAll(form.agreedOtherwise(before));
    }
    return faults;
  }

  @PostMapping("/arrival")
  String receive(
      @RequestParam MultiValueMap<String, String> posted,
      HttpServletRequest request,
      Principal who,
      Model model) {
    ArrivalForm typed = ArrivalForm.of(posted);
    Set<Mark> heard = dangers(typed.get("complaint"));
    ArrivalForm form = typed.with(heard);
    Map<String, String> faults = faults(form, ArrivalForm.empty(), request);
    if (!faults.isEmpty()) {
      return again(form, faults, who, model);
    }
    Arrival arrival = form.arrival(shop.today(), zone());
    if (form.get("same").isEmpty()
        && counter.who(arrival.customer(), arrival.serial()) instanceof Counter.Who.Ask ask) {
      model.addAttribute("known", ask.candidates());
      return again(form, faults, who, model);
    }
    String claim =
        counter.receive(
            arrival,
            form.picks().getOrDefault(ArrivalForm.SAID, List.of()),
            typed.decided(heard),
            form.same(),
            who.getName());
    drafts.end(who.getName(), form);
    return "redirect:/tickets/" + claim + "/arrival";
  }

  private String again(ArrivalForm form, Map<String, String> faults, Principal who, Model model) {
    drafts.keep(who.getName(), form);
    fill(model, form, faults);
    model.addAttribute("draft", who.getName());
    model.addAttribute("fresh", false);
    return "arrival/new";
  }

  @PostMapping("/arrival/draft")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(@RequestParam MultiValueMap<String, String> posted, Principal who) {
    drafts.keep(who.getName(), ArrivalForm.of(posted));
  }

  @PostMapping("/arrival/clear")
  String clear(Principal who) {
    drafts.end(who.getName());
    return "redirect:/arrival";
  }

  @GetMapping("/arrival/customers")
  String customers(@RequestParam(defaultValue = "") String customer, Model model) {
    model.addAttribute("people", counter.customersLike(customer));
    return "arrival/hits :: customers";
  }

  @GetMapping("/arrival/machines")
  String machines(@RequestParam(defaultValue = "") String serial, Model model) {
    model.addAttribute("machines", counter.machinesLike(serial));
    return "arrival/hits :: machines";
  }

  @GetMapping("/arrival/warranty")
  String warrantyNote(@RequestParam(defaultValue = "") String warrantyUntil, Model model) {
    model.addAttribute("warranty", warranty(warrantyUntil).orElse(""));
    return "arrival/hits :: warranty";
  }

  private Optional<String> warranty(String until) {
    try {
      LocalDate date = LocalDate.parse(until);
      return date.isBefore(shop.today())
          ? Optional.empty()
          : Optional.of(
              "Warranty runs until "
                  + shop.times().date(date)
                  + ": it goes back to the seller first. The cover stays on unless the customer"
                  + " agrees.");
    } catch (DateTimeParseException none) {
      return Optional.empty();
    }
  }

  @GetMapping("/tickets/{claim}/arrival")
  String arrival(@PathVariable String claim, Model model) {
    TicketFile file = record.open(claim);
    show(model, file, ArrivalForm.of(file, zone()), Map.of());
    return "arrival/ticket";
  }

  private void show(Model model, TicketFile file, ArrivalForm form, Map<String, String> faults) {
    page.fill(model, file, "arrival");
    fill(model, form, faults);
    model.addAttribute("claim", file.claim());
    model.addAttribute("version", file.version());
    model.addAttribute("open", file.open());
    model.addAttribute(
        "earlier",
        record.earlier(file).stream()
            .map(
                f ->
                    new Earlier(
                        f.claim(), shop.times().date(f.received()), f.complaint(), f.open()))
            .toList());
  }

  record Earlier(String claim, String received, String complaint, boolean open) {}

  @PostMapping("/tickets/{claim}/arrival")
  String change(
      @PathVariable String claim,
      @RequestParam int version,
      @RequestParam MultiValueMap<String, String> posted,
      HttpServletRequest request,
      Principal who,
      Model model) {
    TicketFile before = record.open(claim);
    ArrivalForm typed = ArrivalForm.of(posted);
    Set<Mark> heardAnew = dangers(typed.get("complaint"));
    heardAnew.removeAll(dangers(before.complaint())); // of those somebody has decided
    ArrivalForm form = typed.with(heardAnew);
    Map<String, String> faults = faults(form, ArrivalForm.of(before, zone()), request);
    if (faults.isEmpty()) {
      try {
        counter.change(
            claim,
            version,
            form.arrival(shop.today(), zone()),
            typed.decided(heardAnew),
            who.getName());
        return "redirect:/tickets/" + claim + "/arrival";
      } catch (ObjectOptimisticLockingFailureException clash) {
        model.addAttribute(
            "clash",
            "Somebody changed this ticket while you had it open. Below is yours, beside it what"
                + " is saved now. Send again to save yours.");
        model.addAttribute("theirs", ArrivalForm.of(record.open(claim), zone()));
      }
    }
    show(model, record.open(claim), form, faults);
    return "arrival/ticket";
  }

  /**
   * Warranty runs: the machine goes back to the seller, with what is known written down. What is
   * open stands in its way as it does at every end.
   */
  @PostMapping("/tickets/{claim}/return")
  String sendBack(
      @PathVariable String claim,
      @RequestParam(defaultValue = "") String override,
      HttpServletRequest request,
      Principal who,
      Model model) {
    boolean mayOverride = request.isUserInRole("OWNER") || request.isUserInRole("TECHNICIAN");
    try {
      record.change(
          claim,
          who.getName(),
          writing ->
              closing.close(
                  writing, Ending.SENT_BACK, returned(writing.file()), override, mayOverride));
      return "redirect:/tickets/" + claim + "/hand-back";
    } catch (Refused refused) {
      TicketFile file = record.open(claim);
      show(model, file, ArrivalForm.of(file, zone()), Map.of());
      model.addAttribute("notReturned", refused.why());
      model.addAttribute("mayOverride", mayOverride);
      model.addAttribute("override", override);
      return "arrival/ticket";
    }
  }

  private Map<String, String> returned(TicketFile file) {
    String done =
        file.log().answers().stream()
            .filter(given -> given.answer() instanceof Entry.Tried)
            .flatMap(given -> record.casebook().repair(given.answer().step()).stream())
            .map(Repair::name)
            .collect(Collectors.joining("\n"));
    return Map.of("wrong", file.complaint(), "done", done);
  }

  private Map<String, Object> tag(String claim) {
    TicketFile file = record.open(claim);
    Map<String, Object> values = new HashMap<>();
    values.put("claim", file.claim());
    values.put("machine", file.machine().title());
    values.put("serial", file.machine().serial());
    values.put("customer", file.customer().name());
    values.put("complaint", file.complaint());
    values.put("belongings", file.belongings());
    values.put("received", shop.times().date(file.received()));
    values.put("marks", file.marks().stream().map(Mark::words).toList());
    values.put("shop", shop.name());
    values.put("qr", QrPicture.of(file.claim()));
    return values;
  }

  @GetMapping("/tickets/{claim}/tag")
  String printTag(@PathVariable String claim, Model model) {
    model.addAllAttributes(tag(claim));
    model.addAttribute("screen", true);
    return "arrival/tag";
  }

  @GetMapping("/tickets/{claim}/tag.pdf")
  ResponseEntity<byte[]> tagPdf(@PathVariable String claim) {
    Map<String, Object> values = tag(claim);
    values.put("screen", false);
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_PDF)
        .header("Content-Disposition", "inline; filename=\"tag-" + claim + ".pdf\"")
        .body(paper.pdf("arrival/tag", values));
  }
}
