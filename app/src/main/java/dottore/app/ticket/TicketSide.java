package dottore.app.ticket;

import dottore.app.shop.Shop;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
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

  void owe(Ticket ticket, String what, String place, int seq, String who, Instant at) {
    PutBack item = new PutBack();
    item.ticketId = Objects.requireNonNull(ticket.id);
    item.what = what;
    item.place = place;
    item.entrySeq = seq;
    item.takenAt = at;
    item.takenBy = who;
    putBacks.save(item);
  }

  /** Puts something on the put-back list by hand. */
  @Transactional
  public void borrow(String claim, String what, String place, String who) {
    Ticket ticket = pen.holdOpen(claim);
    LogEntry entry =
        pen.append(
                ticket,
                who,
                shop.now(),
                List.of(new NewLine(Line.Kind.BORROWED, "Borrowed: " + what, Map.of())))
            .get(0);
    owe(ticket, what.strip(), place.strip(), entry.seq, who, entry.at);
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
        .ifPresent(
            p -> {
              p.returnedAt = at;
              p.returnedBy = who;
              pen.append(
                  ticket,
                  who,
                  at,
                  List.of(new NewLine(Line.Kind.PUT_BACK, "Put back: " + p.what, Map.of())));
            });
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
              pen.append(
                  ticket,
                  who,
                  shop.now(),
                  List.of(new NewLine(Line.Kind.CLOCK, "Clock stopped: " + c.label, Map.of())));
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
