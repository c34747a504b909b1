package dottore.app.tickets;

import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.TicketSearch;
import dottore.app.shop.Shop;
import dottore.app.shop.Times;
import dottore.core.casebook.Cause;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.ClaimNumber;
import dottore.core.ticket.WaitsFor;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.data.domain.Page;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** The place Tickets: search, filters, pages. */
@Controller
class TicketsController {
  record Row(
      String claim,
      String machine,
      String serial,
      String customer,
      String complaint,
      String standing,
      String mark,
      String received) {}

  private final TicketSearch search;
  private final Record record;
  private final Shop shop;

  TicketsController(TicketSearch search, Record record, Shop shop) {
    this.search = search;
    this.record = record;
    this.shop = shop;
  }

  @GetMapping("/tickets")
  String tickets(
      @RequestParam(defaultValue = "") String q,
      @RequestParam(defaultValue = "") String state,
      @RequestParam(defaultValue = "") String kind,
      @RequestParam(defaultValue = "1") int page,
      Model model) {
    Optional<ClaimNumber> claim = ClaimNumber.read(q);
    Page<TicketFile> found = search.find(q, state, kind, page - 1);
    if (claim.isPresent() && found.getTotalElements() == 1) {
      return "redirect:/tickets/" + claim.get().text() + "/find";
    }
    Times times = shop.times();
    model.addAttribute("rows", found.getContent().stream().map(f -> row(f, times)).toList());
    model.addAttribute("total", found.getTotalElements());
    model.addAttribute("page", found.getNumber() + 1);
    model.addAttribute("pages", Math.max(1, found.getTotalPages()));
    model.addAttribute("q", q);
    model.addAttribute("state", state);
    model.addAttribute("kind", kind);
    model.addAttribute("kinds", List.of(MachineKind.values()));
    return "tickets/tickets";
  }

  private Row row(TicketFile file, Times times) {
    String standing;
    String mark;
    if (file.open()) {
      mark = file.waitsFor() == WaitsFor.NOBODY ? "■" : "◇";
      standing = file.waitsFor().standing();
    } else {
      mark = "◆";
      String causes =
          file.confirmedCauses().stream()
              .flatMap(id -> record.casebook().cause(id).map(Cause::name).stream())
              .collect(Collectors.joining(", "));
      String end = file.ending().orElseThrow().words();
      standing = causes.isEmpty() ? end : end + ": " + causes;
    }
    return new Row(
        file.claim(),
        file.machine().title(),
        file.machine().serial(),
        file.customer().name(),
        file.complaint(),
        standing,
        mark,
        times.date(file.received()));
  }

  @GetMapping("/tickets/{claim}")
  String ticket(@PathVariable String claim) {
    TicketFile file = record.open(claim);
    return "redirect:/tickets/" + claim + (file.open() ? "/find" : "/hand-back");
  }
}
