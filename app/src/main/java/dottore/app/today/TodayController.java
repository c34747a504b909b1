package dottore.app.today;

import dottore.app.frame.LiveMachine;
import dottore.app.record.Record;
import dottore.app.record.RunningTime;
import dottore.app.record.TicketFile;
import dottore.app.shelf.ShelfBook;
import dottore.app.shop.Shop;
import dottore.app.shop.Times;
import dottore.core.diagnosis.Assessment;
import dottore.core.diagnosis.Candidate;
import dottore.core.diagnosis.Permission;
import dottore.core.diagnosis.Verdict;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Owed;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.WaitsFor;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The place Today: the machines in the shop by what they need now. */
@Controller
class TodayController {
  /**
   * A machine on the bench.
   *
   * @param key the number key that opens it, empty for none
   */
  record Row(
      String claim,
      String address,
      String machine,
      String customer,
      String complaint,
      String next,
      String effort,
      String promise,
      boolean late,
      boolean danger,
      long ends,
      String left,
      String key) {}

  /**
   * Something owed to a machine.
   *
   * @param where how it was before and where it is now, as far as it was written down
   * @param taken who took it and when
   */
  record Loose(String claim, String what, String where, String taken) {}

  record Countdown(String claim, String label, long ends, String left, boolean over) {}

  private enum Group {
    HANDS,
    WAITING,
    CUSTOMER,
    READY
  }

  private record Placed(Group group, Row row, Optional<Instant> promised, double minutes) {}

  private final Record record;
  private final Shop shop;
  private final ShelfBook shelf;
  private final ObjectProvider<LiveMachine> live;

  TodayController(Record record, Shop shop, ShelfBook shelf, ObjectProvider<LiveMachine> live) {
    this.record = record;
    this.shop = shop;
    this.shelf = shelf;
    this.live = live;
  }

  @GetMapping("/today")
  String today(Model model) {
    List<Record.Standing> standing = standing();
    List<Placed> placed =
        standing.stream()
            .map(one -> place(one.file(), one.assessment()))
            .sorted(
                Comparator.comparing((Placed p) -> p.promised().orElse(Instant.MAX))
                    .thenComparing(p -> p.row().claim()))
            .toList();
    model.addAttribute("shelf", shelf.brief());
    model.addAttribute("day", shop.times().date(shop.now()));
    model.addAttribute("count", standing.size());
    model.addAttribute("hands", numbered(rows(placed, Group.HANDS)));
    model.addAttribute("waiting", rows(placed, Group.WAITING));
    model.addAttribute("customer", rows(placed, Group.CUSTOMER));
    model.addAttribute("ready", rows(placed, Group.READY));
    model.addAttribute(
        "work",
        placed.stream().filter(p -> p.group() == Group.HANDS).mapToDouble(Placed::minutes).sum());
    List<Loose> owed = new ArrayList<>();
    List<Countdown> clocks = new ArrayList<>();
    for (Record.Standing one : standing) {
      TicketFile file = one.file();
      for (Owed item : file.owed()) {
        owed.add(loose(file.claim(), item));
      }
      for (RunningTime clock : file.runningClocks()) {
        if (!clock.hands()) {
          clocks.add(
              new Countdown(
                  file.claim(),
                  clock.label(),
                  clock.endsAt().orElse(shop.now()).toEpochMilli(),
                  Times.countdown(clock.left(shop.now())),
                  !clock.waiting(shop.now())));
        }
      }
    }
    model.addAttribute("owed", owed);
    model.addAttribute("clocks", clocks);
    return "today/today";
  }

  /** What stands in the shop and is not there to be practiced on. */
  private List<Record.Standing> standing() {
    List<Record.Standing> all = record.inTheShop();
    Set<String> claims = all.stream().map(one -> one.file().claim()).collect(Collectors.toSet());
    Set<String> practice =
        live.stream().flatMap(one -> one.among(claims).stream()).collect(Collectors.toSet());
    return all.stream().filter(one -> !practice.contains(one.file().claim())).toList();
  }

  private Loose loose(String claim, Owed item) {
    List<String> where = new ArrayList<>();
    if (!item.before().isEmpty()) {
      where.add("before: " + item.before());
    }
    if (!item.place().isEmpty()) {
      where.add("now: " + item.place());
    }
    String taken = item.takenBy() + ", " + shop.times().brief(item.takenAt());
    return new Loose(claim, item.what(), String.join(", ", where), taken);
  }

  private static List<Row> rows(List<Placed> placed, Group group) {
    return placed.stream().filter(p -> p.group() == group).map(Placed::row).toList();
  }

  private static List<Row> numbered(List<Row> rows) {
    List<Row> numbered = new ArrayList<>();
    for (int i = 0; i < rows.size(); i++) {
      Row r = rows.get(i);
      numbered.add(
          new Row(
              r.claim(),
              r.address(),
              r.machine(),
              r.customer(),
              r.complaint(),
              r.next(),
              r.effort(),
              r.promise(),
              r.late(),
              r.danger(),
              r.ends(),
              r.left(),
              i < 9 ? String.valueOf(i + 1) : ""));
    }
    return numbered;
  }

  private Placed place(TicketFile file, Assessment assessment) {
    Optional<SheetWork> sheet = file.openSheets().stream().findFirst();
    Instant now = shop.now();
    Optional<RunningTime> running =
        file.runningClocks().stream().filter(clock -> clock.runs(now)).findFirst();
    Verdict verdict = assessment.verdict();
    String address = "/tickets/" + file.claim() + "/find";
    String next;
    String effort = "";
    double minutes = 0;
    Group group = Group.HANDS;
    if (sheet.isPresent() && !(verdict instanceof Verdict.Stopped)) {
      // What was begun goes on before anything else is proposed.
      Optional<SheetStep> step = sheet.get().next();
      address = "/tickets/" + file.claim() + "/run-sheets/" + sheet.get().id();
      next =
          step.map(SheetStep::words).orElse("Say what came of it: " + sheet.get().sheet().title());
      effort = step.map(s -> s.hands().text()).orElse("");
      minutes = sheet.get().sheet().handsLeft(sheet.get().marks()).value();
    } else if (verdict instanceof Verdict.Stopped) {
      next =
          "Stopped: "
              + assessment.stops().iterator().next().words().toLowerCase(java.util.Locale.ROOT);
    } else if (verdict instanceof Verdict.Works works) {
      boolean ready = works.confirmed() && file.owed().isEmpty();
      group = ready ? Group.READY : Group.HANDS;
      next =
          ready
              ? "Hand it back"
              : works.confirmed()
                  ? "Put back: " + file.owed().get(0).what()
                  : "Check again: "
                      + record.casebook().check(works.owed().get(0)).orElseThrow().name();
    } else {
      Candidate candidate = assessment.next().orElseThrow();
      Optional<Permission> call = assessment.permission().filter(Permission::alone);
      next = call.map(file::toAsk).orElseGet(candidate::name);
      effort =
          call.isPresent()
              ? ""
              : candidate.step().map(step -> assessment.hands(step).text()).orElse("");
      minutes = candidate.toTheEnd().value();
    }
    Optional<RunningTime> judged =
        file.runningClocks().stream().filter(clock -> clock.worries(now)).findFirst();
    if (judged.isPresent()) {
      // Past its time to worry nothing else is next on this machine.
      group = Group.HANDS;
      next = "Judge it: is it still running? " + judged.get().label();
      effort = "";
      address = "/tickets/" + file.claim() + "/fix";
    } else if (file.waitsFor() != WaitsFor.NOBODY) {
      group = file.waitsFor() == WaitsFor.CUSTOMER ? Group.CUSTOMER : Group.WAITING;
      next = file.waitsWhy().isBlank() ? next : file.waitsWhy();
      effort = "";
    } else if (running.isPresent() && group == Group.HANDS) {
      group = Group.WAITING;
      next = (running.get().guard().isPresent() ? "Do not touch: " : "") + running.get().label();
      effort = "";
    }
    Times times = shop.times();
    Row row =
        new Row(
            file.claim(),
            address,
            file.machine().title(),
            file.customer().name(),
            file.complaint(),
            next,
            effort,
            file.promised().map(times::moment).orElse(""),
            file.promised().filter(at -> at.isBefore(now)).isPresent(),
            verdict instanceof Verdict.Stopped,
            group == Group.WAITING
                ? running.flatMap(RunningTime::endsAt).map(Instant::toEpochMilli).orElse(0L)
                : 0L,
            running.map(clock -> Times.countdown(clock.left(now))).orElse(""),
            "");
    return new Placed(group, row, file.promised(), minutes);
  }
}
