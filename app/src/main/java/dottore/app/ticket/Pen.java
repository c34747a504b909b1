package dottore.app.ticket;

import dottore.app.knowledge.Knowledge;
import dottore.app.shop.NotThere;
import dottore.app.shop.TooLate;
import dottore.core.casebook.Cause;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Writes lines into the logs of tickets that are held for writing. */
@Component
class Pen {
  private final TicketRepository tickets;
  private final LogRepository logs;
  private final PutBackRepository putBacks;
  private final Knowledge knowledge;

  Pen(
      TicketRepository tickets,
      LogRepository logs,
      PutBackRepository putBacks,
      Knowledge knowledge) {
    this.tickets = tickets;
    this.logs = logs;
    this.putBacks = putBacks;
    this.knowledge = knowledge;
  }

  /**
   * The ticket, held until the end of the transaction: others wait.
   *
   * @throws NotThere if no ticket has this claim number
   */
  Ticket hold(String claim) {
    return tickets.hold(claim).orElseThrow(() -> noTicket(claim));
  }

  /**
   * The same, for what only a ticket in work takes.
   *
   * @throws TooLate if the ticket was closed
   */
  Ticket holdOpen(String claim) {
    Ticket ticket = hold(claim);
    if (ticket.state != Ticket.State.OPEN) {
      throw new TooLate("Ticket " + claim + " was closed meanwhile. Nothing was changed.");
    }
    return ticket;
  }

  static NotThere noTicket(String claim) {
    return new NotThere("There is no ticket with the claim number " + claim + ".");
  }

  List<LogEntry> append(Ticket ticket, String who, Instant at, Collection<NewLine> lines) {
    long id = Objects.requireNonNull(ticket.id);
    int seq = logs.last(id);
    List<LogEntry> entries = new ArrayList<>();
    for (NewLine line : lines) {
      LogEntry entry = new LogEntry();
      entry.ticketId = id;
      entry.seq = ++seq;
      entry.at = at;
      entry.who = who;
      entry.kind = line.kind();
      entry.text = line.text();
      entry.data = line.data();
      entries.add(entry);
    }
    return logs.saveAll(entries);
  }

  /** A line no longer counts; what it borrowed and is still owed is not owed any more. */
  void takeBack(Ticket ticket, Line line, String who, Instant at) {
    append(
        ticket,
        who,
        at,
        List.of(
            new NewLine(
                Line.Kind.TAKEN_BACK,
                "Taken back: " + line.text(),
                Map.of("entry", String.valueOf(line.seq())))));
    putBacks.of(List.of(Objects.requireNonNull(ticket.id))).stream()
        .filter(p -> p.entrySeq == line.seq() && p.returnedAt == null)
        .forEach(putBacks::delete);
  }

  /** Makes a ticket findable by what it says and by its confirmed causes. */
  void index(Ticket ticket) {
    ticket.index(
        ticket.confirmedCauses.stream()
            .flatMap(id -> knowledge.casebook().cause(id).map(Cause::name).stream())
            .collect(Collectors.joining(" ")));
  }
}
