package dottore.app.ticket;

import dottore.app.shop.Shop;
import dottore.core.casebook.Touched;
import dottore.core.runsheet.Guard;
import dottore.core.runsheet.Loan;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What stands beside every ticket: put back, clocks, whom it waits for. */
@Service
public class TicketSide {
  private final PutBackRepository putBacks;
  private final ClockRepository clocks;
  private final Pen pen;
  private final Shop shop;

  TicketSide(PutBackRepository putBacks, ClockRepository clocks, Pen pen, Shop shop) {
    this.putBacks = putBacks;
    this.clocks = clocks;
    this.pen = pen;
    this.shop = shop;
  }

  /**
   * @param before the state it was in
   * @param place where it is now
   * @param entry the line of the step that borrowed it
   */
  void owe(Ticket ticket, Loan loan, String before, String place, LogEntry entry) {
    PutBack item = new PutBack();
    item.ticketId = Objects.requireNonNull(ticket.id);
    item.what = loan.what();
    item.touches = loan.touches().stream().map(Touched::id).sorted().toList();
    item.beforeState = before.strip();
    item.place = place.strip();
    item.entrySeq = entry.seq;
    item.takenAt = entry.at;
    item.takenBy = entry.who;
    putBacks.save(item);
  }

  /** Puts something on the put-back list by hand. */
  @Transactional
  public void borrow(String claim, String what, String before, String place, String who) {
    Ticket ticket = pen.holdOpen(claim);
    LogEntry entry =
        pen.append(
                ticket,
                who,
                shop.now(),
                List.of(new NewLine(Line.Kind.BORROWED, "Borrowed: " + what, Map.of())))
            .get(0);
    owe(ticket, new Loan(what.strip(), "", "", Set.of()), before, place, entry);
  }

  /** Marks a borrowed thing as back where it belongs. */
  @Transactional
  public void putBack(String claim, long item, String who) {
    putBack(claim, item, who, shop.now());
  }

  @Transactional
  public void putBack(String claim, long item, String who, Instant at) {
    Ticket ticket = pen.hold(claim);
    putBacks
        .findById(item)
        .filter(p -> p.ticketId == Objects.requireNonNull(ticket.id) && p.returnedAt == null)
        .ifPresent(p -> putBack(ticket, p, who, at));
  }

  private void putBack(Ticket ticket, PutBack p, String who, Instant at) {
    p.returnedAt = at;
    p.returnedBy = who;
    String to = p.beforeState.isEmpty() ? "" : " (" + p.beforeState + ")";
    NewLine line = new NewLine(Line.Kind.PUT_BACK, "Put back: " + p.what + to, Map.of());
    pen.append(
        ticket,
        who,
        at,
        List.of(p.touches.isEmpty() ? line : line.with("touches", String.join(",", p.touches))));
  }

  /** Puts back what is called so, if it is owed. */
  void putBack(Ticket ticket, String what, String who, Instant at) {
    find(ticket, what, false).ifPresent(p -> putBack(ticket, p, who, at));
  }

  /** What was put back by mistake is owed again. */
  void oweAgain(Ticket ticket, String what) {
    find(ticket, what, true).ifPresent(TicketSide::open);
  }

  private Optional<PutBack> find(Ticket ticket, String what, boolean returned) {
    return putBacks.of(List.of(Objects.requireNonNull(ticket.id))).stream()
        .filter(p -> p.what.equals(what) && (p.returnedAt != null) == returned)
        .reduce((a, b) -> b);
  }

  private static void open(PutBack p) {
    p.returnedAt = null;
    p.returnedBy = null;
  }

  /** Says where a borrowed thing is now and how it was before, or that it is not back after all. */
  @Transactional
  public void describe(
      String claim, long item, String before, String place, boolean notBack, String who) {
    Ticket ticket = pen.holdOpen(claim);
    putBacks
        .findById(item)
        .filter(p -> p.ticketId == Objects.requireNonNull(ticket.id))
        .ifPresent(
            p -> {
              String text;
              if (notBack && p.returnedAt != null) {
                open(p);
                text = "Not back after all: " + p.what;
              } else {
                p.beforeState = before.strip();
                p.place = place.strip();
                text = "Owed: " + p.what + ", before: " + words(before) + ", now: " + words(place);
              }
              pen.append(
                  ticket, who, shop.now(), List.of(new NewLine(Line.Kind.NOTE, text, Map.of())));
            });
  }

  private static String words(String text) {
    return text.isBlank() ? "not written down" : text.strip();
  }

  /** Starts a countdown. */
  @Transactional
  public void startClock(String claim, String label, Duration length, String who) {
    startClock(claim, label, length, who, shop.now());
  }

  @Transactional
  public void startClock(String claim, String label, Duration length, String who, Instant at) {
    Ticket ticket = pen.holdOpen(claim);
    Clock clock = clock(ticket, label, who, at);
    clock.endsAt = at.plus(length);
    clocks.save(clock);
    String text = "Clock started: " + label + ", " + length.toMinutes() + " min";
    pen.append(ticket, who, at, List.of(new NewLine(Line.Kind.CLOCK, text, Map.of())));
  }

  /** Lets something run that nobody may disturb. */
  @Transactional
  public void guard(String claim, Guard guard, String who) {
    guard(pen.holdOpen(claim), guard, who, shop.now());
  }

  void guard(Ticket ticket, Guard guard, String who, Instant at) {
    Clock clock = clock(ticket, guard.label(), who, at);
    clock.guard = guard;
    clock.endsAt = at.plusSeconds(Math.round(guard.expected().value() * 60));
    clocks.save(clock);
    String text = "Do not touch: " + guard.label() + ", expected " + guard.expected().text();
    pen.append(ticket, who, at, List.of(new NewLine(Line.Kind.CLOCK, text, Map.of())));
  }

  /** Everything in the shop that nobody may disturb now, oldest first. */
  @Transactional(readOnly = true)
  public List<Guarded> guarded() {
    return clocks.guarded();
  }

  private static Clock clock(Ticket ticket, String label, String who, Instant at) {
    Clock clock = new Clock();
    clock.ticketId = Objects.requireNonNull(ticket.id);
    clock.label = label;
    clock.startedAt = at;
    clock.startedBy = who;
    return clock;
  }

  /** Starts the clock of hands at work, or stops the one that runs. */
  @Transactional
  public void toggleHands(String claim, String who) {
    Ticket ticket = pen.holdOpen(claim);
    Optional<Clock> running =
        clocks.of(List.of(Objects.requireNonNull(ticket.id))).stream()
            .filter(c -> c.hands && c.stoppedAt == null)
            .findFirst();
    if (running.isPresent()) {
      running.get().stoppedAt = shop.now();
    } else {
      Clock clock = clock(ticket, "Hands on this ticket", who, shop.now());
      clock.hands = true;
      clocks.save(clock);
    }
  }

  /** A stretch of hands-on work that is over. */
  @Transactional
  public void worked(String claim, Instant from, Duration length, String who) {
    Clock clock = clock(pen.hold(claim), "Hands on this ticket", who, from);
    clock.hands = true;
    clock.stoppedAt = from.plus(length);
    clocks.save(clock);
  }

  /** Stops a clock before or after its end. */
  @Transactional
  public void stopClock(String claim, long clock, String who) {
    Ticket ticket = pen.hold(claim);
    clocks
        .findById(clock)
        .filter(c -> c.ticketId == Objects.requireNonNull(ticket.id) && c.stoppedAt == null)
        .ifPresent(
            c -> {
              c.stoppedAt = shop.now();
              String text =
                  c.guard == null
                      ? "Clock stopped: " + c.label
                      : "Over after "
                          + Math.max(1, Duration.between(c.startedAt, shop.now()).toMinutes())
                          + " min: "
                          + c.label;
              pen.append(
                  ticket, who, shop.now(), List.of(new NewLine(Line.Kind.CLOCK, text, Map.of())));
            });
  }

  /** Says whom the ticket waits for: nobody, customer or part. */
  @Transactional
  public void waitFor(String claim, String whom, String why, String who) {
    Ticket ticket = pen.holdOpen(claim);
    ticket.waitsFor = whom;
    ticket.waitsWhy = whom.equals("nobody") ? "" : why.strip();
    String text =
        switch (whom) {
          case "customer" -> "Asks the customer: " + why.strip();
          case "part" -> "Waits for a part: " + why.strip();
          default -> "Goes on";
        };
    pen.append(ticket, who, shop.now(), List.of(new NewLine(Line.Kind.CHANGED, text, Map.of())));
  }
}
