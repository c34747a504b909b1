package dottore.app.record;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Log lines in the database. */
interface LogRepository extends JpaRepository<LogEntry, Long> {
  @Query("select e from LogEntry e where e.ticketId in :tickets order by e.ticketId, e.seq")
  List<LogEntry> of(Collection<Long> tickets);

  /** The number of a ticket's last line. */
  interface Last {
    long getTicket();

    int getLine();
  }

  @Query(
      """
      select e.ticketId as ticket, max(e.seq) as line from LogEntry e
      where e.ticketId in :tickets group by e.ticketId
      """)
  List<Last> lastOf(Collection<Long> tickets);

  @Query("select coalesce(max(e.seq), 0) from LogEntry e where e.ticketId = :ticket")
  int last(long ticket);
}
