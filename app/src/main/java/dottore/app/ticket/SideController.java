package dottore.app.ticket;

import dottore.core.firmware.Training;
import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.security.Principal;
import java.time.Duration;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Put back, clocks and log, at the right of every tab; each goes back to the tab it came from. */
@Controller
@RequestMapping("/tickets/{claim}")
class SideController {
  private final TicketBook book;
  private final TicketSide side;

  SideController(TicketBook book, TicketSide side) {
    this.book = book;
    this.side = side;
  }

  @PostMapping("/log")
  String log(
      @PathVariable String claim,
      @RequestParam String text,
      Principal who,
      HttpServletRequest request) {
    if (!text.isBlank()) {
      book.log(claim, who.getName(), NewLine.note(shortened(text)));
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
      side.borrow(claim, shortened(what), shortened(before), shortened(place), who.getName());
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
    side.describe(claim, item, shortened(before), shortened(place), notBack, who.getName());
    return back(claim, request);
  }

  @PostMapping("/put-back/{item}")
  String putBack(
      @PathVariable String claim,
      @PathVariable long item,
      Principal who,
      HttpServletRequest request) {
    side.putBack(claim, item, who.getName());
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
      side.guard(claim, Training.GUARD, who.getName());
      return back(claim, request);
    }
    int bounded = Math.min(Math.max(1, minutes), 7 * 24 * 60);
    side.startClock(claim, shortened(label), Duration.ofMinutes(bounded), who.getName());
    return back(claim, request);
  }

  @PostMapping("/clocks/{clock}/stop")
  String stop(
      @PathVariable String claim,
      @PathVariable long clock,
      Principal who,
      HttpServletRequest request) {
    side.stopClock(claim, clock, who.getName());
    return back(claim, request);
  }

  @PostMapping("/clocks/hands")
  String hands(@PathVariable String claim, Principal who, HttpServletRequest request) {
    side.toggleHands(claim, who.getName());
    return back(claim, request);
  }

  @PostMapping("/waiting")
  String waiting(
      @PathVariable String claim,
      @RequestParam String whom,
      @RequestParam(defaultValue = "") String why,
      Principal who,
      HttpServletRequest request) {
    if (List.of("nobody", "customer", "part").contains(whom)) {
      side.waitFor(claim, whom, shortened(why), who.getName());
    }
    return back(claim, request);
  }

  /** Only to a tab of the same ticket; anything else in the header is ignored. */
  private static String back(String claim, HttpServletRequest request) {
    String base = "/tickets/" + claim + "/";
    String path = path(request.getHeader("Referer"));
    String tab = path.startsWith(base) ? path.substring(base.length()) : "find";
    boolean known =
        tab.matches(
            "arrival|find|measure|prove|hand-back|fix/drive|fix/firmware(/[a-z]+)?"
                + "|run-sheets/[0-9a-z]{6,32}");
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
