package dottore.app.frame;

import dottore.app.record.Guarded;
import dottore.app.record.Record;
import dottore.app.shop.Shop;
import dottore.app.shop.Times;
import dottore.core.runsheet.Guard;
import dottore.core.units.Minutes;
import java.security.Principal;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;

/** The warning on every page that somewhere in the shop something must not be touched. */
@ControllerAdvice
class GuardStrip {
  /**
   * A warning.
   *
   * @param since and the rest: moments in milliseconds, for the clock on the screen
   * @param before what the elapsed time began with, zero
   */
  record Warning(
      long clock,
      String claim,
      String machine,
      String label,
      String phase,
      boolean worry,
      boolean early,
      String elapsed,
      String expected,
      String worryAfter,
      long since,
      long longerAt,
      long worryAt,
      String startedBy,
      List<String> normal,
      String then) {

    static Warning of(Guarded g, Instant now) {
      Duration since = Duration.between(g.since(), now);
      Duration gone = since.isNegative() ? Duration.ZERO : since; // a clock may have jumped back
      Guard guard = g.guard();
      Guard.Phase phase = guard.after(Minutes.of(gone.toMillis() / 60_000.0));
      return new Warning(
          g.clock(),
          g.claim(),
          g.machine().strip(),
          guard.label(),
          phase.words(),
          phase == Guard.Phase.WORRY,
          phase == Guard.Phase.RUNS,
          Times.countdown(gone),
          guard.expected().text(),
          guard.worry().text(),
          g.since().toEpochMilli(),
          at(g, guard.expected()),
          at(g, guard.worry()),
          g.startedBy(),
          guard.normal(),
          guard.then());
    }

    private static long at(Guarded g, Minutes after) {
      return g.since().toEpochMilli() + Math.round(after.value() * 60_000);
    }
  }

  /** All warnings, and a mark that changes when they do. */
  record Warnings(List<Warning> all, String mark) {}

  private final Record record;
  private final Shop shop;

  GuardStrip(Record record, Shop shop) {
    this.record = record;
    this.shop = shop;
  }

  @ModelAttribute("guards")
  Warnings guards(@Nullable Principal who) {
    if (who == null) {
      return new Warnings(List.of(), "");
    }
    List<Warning> all =
        record.guarded().stream().map(guarded -> Warning.of(guarded, shop.now())).toList();
    StringBuilder mark = new StringBuilder();
    all.forEach(w -> mark.append(w.clock()).append(w.phase().charAt(0)));
    return new Warnings(all, mark.toString());
  }

  /** What a page asks from time to time: nothing if nothing changed. */
  @Controller
  static class Look {
    @GetMapping("/guards")
    Object look(
        @RequestParam(defaultValue = "") String seen,
        @RequestParam(defaultValue = "") String here,
        @ModelAttribute("guards") Warnings guards,
        Model model) {
      model.addAttribute("here", here);
      return guards.mark().equals(seen)
          ? new ResponseEntity<Void>(HttpStatus.NO_CONTENT)
          : new ModelAndView("frame/guards :: strip", model.asMap());
    }
  }
}
