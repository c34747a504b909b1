package dottore.app.record;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Clocks in the database. */
interface ClockRepository extends JpaRepository<Clock, Long> {
  @Query("select c from Clock c where c.ticketId in :tickets order by c.id")
  List<Clock> of(Collection<Long> tickets);

  /** Those that run, without hands at work. */
  @Query(
      """
      select c from Clock c
      where c.ticketId in :tickets and c.stoppedAt is null and c.hands = false order by c.id
      """)
  List<Clock> running(Collection<Long> tickets);

  @Query(
      """
      select new dottore.app.record.Guarded(
        c.id, t.claim, m.maker || ' ' || m.model, c.startedAt, c.startedBy, c.guard)
      from Clock c, Ticket t join t.machine m
      where t.id = c.ticketId and c.guard is not null and c.stoppedAt is null order by c.id
      """)
  List<Guarded> guarded();
}
