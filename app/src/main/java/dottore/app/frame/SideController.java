package dottore.app.frame;

import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.core.firmware.Training;
import dottore.core.runsheet.Loan;
import dottore.core.ticket.WaitsFor;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.security.Principal;
import java.time.Duration;
import java.util.Arrays;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Put back, clocks and log, at the right of every tab; each goes back to the tab it came from. */
@Controller
@RequestMapping("/tickets/{claim}")
class SideController {
  private final Record record;
  private final TicketPage page;

  SideController(Record record, TicketPage page) {
    this.record = record;
    this.page = page;
  }

  /** Older lines of the log, to be put under those that are shown. */
  @GetMapping("/log")
  String older(@PathVariable String claim, @RequestParam int before, Model model) {
    TicketFile file = record.open(claim);
    model.addAttribute("claim", file.claim());
    model.addAttribute("older", page.older(file, before));
    return "frame/older";
  }

  @PostMapping("/log")
  String log(
      @PathVariable String claim,
      @RequestParam String text,
      Principal who,
      HttpServletRequest request) {
    if (!text.isBlank()) {
      record.late(claim, who.getName(), late -> late.note(shortened(text)));
    }
    return back(claim, request);
  }

  private static String shortened(String text) {
    String line = text.strip();
    return line.length() > 500 ? line.substring(0, 500) : line;
  }

  @PostMapping("/put-back")
  String borrow(
      @PathVariable String claim,
      @RequestParam String what,
      @RequestParam(defaultValue = "") String before,
      @RequestParam(defaultValue = "") String place,
      Principal who,
      HttpServletRequest request) {
    if (!what.isBlank()) {
      Loan loan = new Loan(shortened(what), "", "", Set.of());
      record.change(
          claim,
          who.getName(),
          writing -> writing.borrow(loan, shortened(before), shortened(place)));
    }
    return back(claim, request);
  }

  /** Where it is now and how it was before, or that it is not back after all. */
  @PostMapping("/put-back/{item}/about")
  String describe(
      @PathVariable String claim,
      @PathVariable long item,
      @RequestParam(defaultValue = "") String before,
      @RequestParam(defaultValue = "") String place,
      @RequestParam(defaultValue = "false") boolean notBack,
      Principal who,
      HttpServletRequest request) {
    record.change(
        claim,
        who.getName(),
        writing -> writing.describe(item, shortened(before), shortened(place), notBack));
    return back(claim, request);
  }

  @PostMapping("/put-back/{item}")
  String putBack(
      @PathVariable String claim,
      @PathVariable long item,
      Principal who,
      HttpServletRequest request) {
    record.late(claim, who.getName(), late -> late.putBack(item));
    return back(claim, request);
  }

  @PostMapping("/clocks")
  String start(
      @PathVariable String claim,
      @RequestParam String label,
      @RequestParam int minutes,
      @RequestParam(defaultValue = "false") boolean training,
      Principal who,
      HttpServletRequest request) {
    if (training) {
      record.change(claim, who.getName(), writing -> writing.guard(Training.GUARD));
      return back(claim, request);
    }
    int bounded = Math.min(Math.max(1, minutes), 7 * 24 * 60);
    Duration length = Duration.ofMinutes(bounded);
    record.change(claim, who.getName(), writing -> writing.countdown(shortened(label), length));
    return back(claim, request);
  }

  @PostMapping("/clocks/{clock}/stop")
  String stop(
      @PathVariable String claim,
      @PathVariable long clock,
      @RequestParam(defaultValue = "") String why,
      Principal who,
      HttpServletRequest request) {
    boolean decides = request.isUserInRole("OWNER") || request.isUserInRole("TECHNICIAN");
    record.change(
        claim, who.getName(), writing -> writing.stopClock(clock, decides, shortened(why)));
    return back(claim, request);
  }

  @PostMapping("/clocks/hands")
  String hands(@PathVariable String claim, Principal who, HttpServletRequest request) {
    record.change(claim, who.getName(), Writing::toggleHands);
    return back(claim, request);
  }

  @PostMapping("/waiting")
  String waiting(
      @PathVariable String claim,
      @RequestParam String whom,
      @RequestParam(defaultValue = "") String why,
      Principal who,
      HttpServletRequest request) {
    Arrays.stream(WaitsFor.values())
        .filter(known -> known.id().equals(whom))
        .forEach(
            known ->
                record.change(
                    claim, who.getName(), writing -> writing.waitFor(known, shortened(why))));
    return back(claim, request);
  }

  /** Only to a tab of the same ticket; anything else in the header is ignored. */
  private static String back(String claim, HttpServletRequest request) {
    String base = "/tickets/" + claim + "/";
    String path = path(request.getHeader("Referer"));
    String tab = path.startsWith(base) ? path.substring(base.length()) : "find";
    boolean known =
        tab.matches(
            "arrival|find|measure|prove|hand-back|fix(/[a-z-]+){0,2}|run-sheets/[0-9a-z]{6,32}");
    return "redirect:" + base + (known ? tab : "find");
  }

  private static String path(@Nullable String address) {
    try {
      String path = address == null ? null : URI.create(address).getPath();
      return path == null ? "" : path;
    } catch (IllegalArgumentException malformed) {
      return "";
    }
  }
}
