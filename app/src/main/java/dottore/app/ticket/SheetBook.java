package dottore.app.ticket;

import dottore.app.shop.NotThere;
import dottore.app.shop.Shop;
import dottore.core.runsheet.Loan;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.RunSheet.Mark;
import dottore.core.runsheet.SheetStep;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The run sheets of tickets: begun, ticked, skipped, taken back. Every tick is a line of the log.
 */
@Service
public class SheetBook {
  /**
   * A step cannot be ticked, skipped or opened again now; the message says what stands in the way.
   */
  public static final class Refused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Refused(String why) {
      super(why);
    }
  }

  /**
   * What somebody says with a tick.
   *
   * @param before the state in which the borrowed thing was
   * @param place where it is now
   * @param read what the step asks to be read
   */
  public record Said(String before, String place, String read) {
    public static final Said NOTHING = new Said("", "", "");
  }

  private final RunSheetRepository sheets;
  private final TicketBook book;
  private final TicketSide side;
  private final ClockRepository clocks;
  private final Pen pen;
  private final Shop shop;

  SheetBook(
      RunSheetRepository sheets,
      TicketBook book,
      TicketSide side,
      ClockRepository clocks,
      Pen pen,
      Shop shop) {
    this.sheets = sheets;
    this.book = book;
    this.side = side;
    this.clocks = clocks;
    this.pen = pen;
    this.shop = shop;
  }

  /**
   * Begins a run sheet; returns its id.
   *
   * @throws Refused if one of its kind is open on the ticket
   */
  @Transactional
  public String begin(String claim, RunSheet sheet, Map<String, String> about, String who) {
    return begin(claim, sheet, about, who, shop.now());
  }

  /** The same at a moment of the past, for records that come from elsewhere. */
  @Transactional
  public String begin(
      String claim, RunSheet sheet, Map<String, String> about, String who, Instant at) {
    Ticket ticket = pen.holdOpen(claim);
    of(files(ticket)).stream()
        .filter(other -> other.open() && other.sheet().kind().equals(sheet.kind()))
        .findFirst()
        .ifPresent(
            other -> {
              throw new Refused("This run sheet is open already: " + other.sheet().title() + ".");
            });
    String id = freshId();
    save(ticket, id, sheet, about, at, who);
    write(ticket, id, "begun", "Run sheet begun: " + sheet.title(), who, at);
    return id;
  }

  /** An id that no run sheet has. */
  public static String freshId() {
    return UUID.randomUUID().toString().replace("-", "").substring(0, 16);
  }

  /**
   * Keeps a run sheet that was worked on elsewhere; what was done of it is in the log that came
   * with it.
   */
  @Transactional
  public void takeOver(
      String claim, String id, RunSheet sheet, Map<String, String> about, Instant at, String who) {
    save(pen.holdOpen(claim), id, sheet, about, at, who);
  }

  private void save(
      Ticket ticket, String id, RunSheet sheet, Map<String, String> about, Instant at, String who) {
    RunSheetRow row = new RunSheetRow();
    row.id = id;
    row.ticketId = Objects.requireNonNull(ticket.id);
    row.sheet = sheet;
    row.about = about;
    row.startedAt = at;
    row.startedBy = who;
    sheets.save(row);
  }

  private void write(
      Ticket ticket, String sheet, String what, String text, String who, Instant at) {
    pen.append(
        ticket,
        who,
        at,
        List.of(new NewLine(Line.Kind.SHEET, text, Map.of("sheet", sheet, "what", what))));
  }

  /** All run sheets of a ticket, in the order of their beginning. */
  @Transactional(readOnly = true)
  public List<OpenSheet> of(TicketFile file) {
    return sheets.of(file.id()).stream()
        .map(row -> OpenSheet.of(row, Objects.requireNonNull(row.sheet), file))
        .toList();
  }

  /** The run sheets on which work is left, of many tickets at once, by claim number. */
  @Transactional(readOnly = true)
  public Map<String, OpenSheet> open(List<TicketFile> files) {
    Map<Long, TicketFile> byId =
        files.stream().collect(Collectors.toMap(TicketFile::id, Function.identity()));
    Map<String, OpenSheet> open = new HashMap<>();
    for (RunSheetRow row : byId.isEmpty() ? List.<RunSheetRow>of() : sheets.ofAll(byId.keySet())) {
      TicketFile file = Objects.requireNonNull(byId.get(row.ticketId));
      OpenSheet sheet = OpenSheet.of(row, Objects.requireNonNull(row.sheet), file);
      if (sheet.open()) {
        open.putIfAbsent(file.claim(), sheet);
      }
    }
    return open;
  }

  /**
   * One of them.
   *
   * @throws NotThere if the ticket has none of this id
   */
  @Transactional(readOnly = true)
  public OpenSheet open(TicketFile file, String id) {
    RunSheetRow row =
        sheets
            .one(file.id(), id)
            .orElseThrow(() -> new NotThere("This ticket has no such run sheet."));
    return OpenSheet.of(row, Objects.requireNonNull(row.sheet), file);
  }

  private TicketFile files(Ticket ticket) {
    return book.files(List.of(ticket)).get(0);
  }

  private record At(Ticket ticket, OpenSheet sheet, SheetStep step) {}

  private At at(String claim, String id, String step) {
    Ticket ticket = pen.holdOpen(claim);
    OpenSheet sheet = open(files(ticket), id);
    SheetStep found =
        sheet
            .sheet()
            .step(step)
            .orElseThrow(() -> new NotThere("This run sheet has no such step."));
    if (sheet.aside()) {
      throw new Refused("This run sheet was set aside.");
    }
    return new At(ticket, sheet, found);
  }

  private static void allowed(At at) {
    List<SheetStep> before = at.sheet().sheet().waitsFor(at.step().id(), at.sheet().marks());
    if (!before.isEmpty()) {
      throw new Refused("First: " + before.get(0).words() + ".");
    }
  }

  /**
   * Ticks a step: what it borrows goes on the put-back list, what it gives back comes off, what it
   * lets run gets its clock, and the clocks of the steps that it follows end. A step that is ticked
   * already stays as it is.
   *
   * @throws Refused if an earlier step is open, or what was read is not what it must be
   */
  @Transactional
  public void tick(String claim, String id, String step, Said said, String who) {
    tick(claim, id, step, said, who, shop.now());
  }

  /** The same at a moment of the past, for records that come from elsewhere. */
  @Transactional
  public void tick(String claim, String id, String step, Said said, String who, Instant moment) {
    At at = at(claim, id, step);
    if (at.sheet().marks().containsKey(step)) {
      return;
    }
    allowed(at);
    SheetStep done = at.step();
    done.asked()
        .filter(asked -> !asked.fits(said.read()))
        .ifPresent(
            asked -> {
              throw new Refused(
                  said.read().isBlank()
                      ? "First read it: " + asked.question() + "."
                      : "Stop: it must be "
                          + asked.answer()
                          + ", and "
                          + said.read().strip()
                          + " was read. Nothing was ticked.");
            });
    endWaits(at, claim, who);
    String before = said.before().strip();
    String state =
        done.borrows().isPresent() && !before.isEmpty() ? " (before: " + before + ")" : "";
    LogEntry entry = mark(at, Mark.DONE, done.words() + state, who, moment);
    Optional<Loan> loan = done.borrows();
    loan.ifPresent(l -> side.owe(at.ticket(), l, before, said.place(), entry));
    done.returns().ifPresent(what -> side.putBack(at.ticket(), what, who, entry.at));
    if (done.guard().isPresent()) {
      side.guard(at.ticket(), done.guard().get(), who, entry.at);
    } else if (done.waiting().value() >= 2) {
      long minutes = Math.round(done.waiting().value());
      side.startClock(claim, done.words(), Duration.ofMinutes(minutes), who, entry.at);
    }
  }

  /** Whoever goes on says with it that what ran before is over. */
  private void endWaits(At at, String claim, String who) {
    List<String> before =
        at.step().after().stream()
            .flatMap(id -> at.sheet().sheet().step(id).stream())
            .map(SheetStep::words)
            .toList();
    clocks.of(List.of(Objects.requireNonNull(at.ticket().id))).stream()
        .filter(c -> c.stoppedAt == null && c.guard == null && before.contains(c.label))
        .forEach(c -> side.stopClock(claim, Objects.requireNonNull(c.id), who));
  }

  private LogEntry mark(At at, Mark mark, String words, String who, Instant moment) {
    return pen.append(
            at.ticket(),
            who,
            moment,
            List.of(
                new NewLine(
                    Line.Kind.TICK,
                    (mark == Mark.DONE ? "✓ " : "Skipped: ") + words,
                    Map.of("sheet", at.sheet().id(), "step", at.step().id(), "mark", mark.name()))))
        .get(0);
  }

  /**
   * Skips a step with a reason.
   *
   * @throws Refused without a reason, if an earlier step is open, or if the work is dangerous
   *     without it
   */
  @Transactional
  public void skip(String claim, String id, String step, String reason, String who) {
    At at = at(claim, id, step);
    if (at.sheet().marks().containsKey(step)) {
      return;
    }
    allowed(at);
    if (at.step().must()) {
      throw new Refused("This step cannot be skipped: " + at.step().words() + ".");
    }
    if (reason.isBlank()) {
      throw new Refused("A step is skipped with a reason.");
    }
    mark(at, Mark.SKIPPED, at.step().words() + " (" + reason.strip() + ")", who, shop.now());
  }

  /**
   * Opens a step again that was ticked or skipped by mistake; its clock stops.
   *
   * @throws Refused if later steps were built on it
   */
  @Transactional
  public void reopen(String claim, String id, String step, String who) {
    At at = at(claim, id, step);
    Line line = at.sheet().lines().get(step);
    if (line == null) {
      return;
    }
    List<SheetStep> built = at.sheet().sheet().builtOn(step, at.sheet().marks());
    if (!built.isEmpty()) {
      throw new Refused("Open again first: " + built.get(0).words() + ".");
    }
    pen.takeBack(at.ticket(), line, who, shop.now());
    at.step().returns().ifPresent(what -> side.oweAgain(at.ticket(), what));
    String label = at.step().guard().map(guard -> guard.label()).orElse(at.step().words());
    clocks.of(List.of(Objects.requireNonNull(at.ticket().id))).stream()
        .filter(c -> c.stoppedAt == null && c.label.equals(label))
        .forEach(c -> c.stoppedAt = shop.now());
  }

  /** Says what came of a run sheet; it is over then. */
  @Transactional
  public void conclude(String claim, String id, String words, String who) {
    Ticket ticket = pen.holdOpen(claim);
    OpenSheet sheet = open(files(ticket), id);
    if (sheet.open()) {
      write(ticket, id, "concluded", sheet.sheet().title() + ": " + words, who, shop.now());
    }
  }

  /** Sets a run sheet aside: it stays to be read, nothing more is ticked. */
  @Transactional
  public void setAside(String claim, String id, String reason, String who) {
    Ticket ticket = pen.holdOpen(claim);
    OpenSheet sheet = open(files(ticket), id);
    if (reason.isBlank()) {
      throw new Refused("A run sheet is set aside with a reason.");
    }
    if (!sheet.aside()) {
      String text = "Run sheet set aside: " + sheet.sheet().title() + " (" + reason.strip() + ")";
      write(ticket, id, "aside", text, who, shop.now());
    }
  }
}
