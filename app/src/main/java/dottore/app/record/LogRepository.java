package dottore.app.record;

import java.time.Instant;
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

  /** A line in which a drive's health was read, and the claim number of its ticket. */
  interface Read {
    String getClaim();

    Instant getAt();

    String getNote();
  }

  @Query(
      value =
          """
          select t.claim as claim, e.at as at, e.data ->> 'health-read' as note
          from log_entry e join ticket t on t.id = e.ticket_id
          where e.kind = 'FACT' and e.data ->> 'health-serial' <> ''
            and upper(e.data ->> 'health-serial') = upper(:serial)
            and not exists (
              select 1 from log_entry b
              where b.ticket_id = e.ticket_id and b.kind = 'TAKEN_BACK'
                and b.data ->> 'entry' = cast(e.seq as text))
          order by e.at desc limit 40
          """,
      nativeQuery = true)
  List<Read> readingsOf(String serial);
}
