package dottore.app.ticket;

import dottore.app.shop.Shop;
import dottore.core.casebook.Touched;
import dottore.core.runsheet.Loan;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The trials of single modules on a ticket. */
@Service
public class TrialBook {
  private final TicketBook book;
  private final TicketSide side;
  private final Pen pen;
  private final Shop shop;

  TrialBook(TicketBook book, TicketSide side, Pen pen, Shop shop) {
    this.book = book;
    this.side = side;
    this.pen = pen;
    this.shop = shop;
  }

  /**
   * Writes what one module did in one slot. With the first trial the others lie on the bench.
   *
   * @param seen the last line that the writer had seen
   * @throws Clash if somebody wrote a trial since
   */
  @Transactional
  public void record(String claim, int seen, NewLine trial, String borrowed, String who) {
    Ticket ticket = pen.holdOpen(claim);
    TicketFile file = book.files(List.of(ticket)).get(0);
    for (Line line : file.trials()) {
      if (line.seq() > seen) {
        throw new Clash(line, trial);
      }
    }
    List<LogEntry> written = pen.append(ticket, who, shop.now(), List.of(trial));
    if (file.owed().stream().noneMatch(owed -> owed.what().equals(borrowed))) {
      side.owe(
          ticket,
          new Loan(borrowed, "", "", Set.of(Touched.MEMORY_SEATING)),
          "",
          "",
          written.get(0));
    }
  }

  /** Takes the last trial back. Does nothing if there is none. */
  @Transactional
  public void takeBack(String claim, String who) {
    Ticket ticket = pen.holdOpen(claim);
    List<Line> trials = book.files(List.of(ticket)).get(0).trials();
    if (!trials.isEmpty()) {
      pen.takeBack(ticket, trials.get(trials.size() - 1), who, shop.now());
    }
  }
}
