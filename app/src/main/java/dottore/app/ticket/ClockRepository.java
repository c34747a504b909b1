package dottore.app.ticket;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Clocks in the database. */
interface ClockRepository extends JpaRepository<Clock, Long> {
  @Query("select c from Clock c where c.ticketId in :tickets order by c.id")
  List<Clock> of(Collection<Long> tickets);
}
