package dottore.app.record;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Borrowed things in the database. */
interface PutBackRepository extends JpaRepository<PutBack, Long> {
  @Query("select p from PutBack p where p.ticketId in :tickets order by p.id")
  List<PutBack> of(Collection<Long> tickets);

  @Query(
      """
      select p from PutBack p where p.ticketId in :tickets and p.returnedAt is null order by p.id
      """)
  List<PutBack> owedTo(Collection<Long> tickets);

  /** What is lent under keys that begin so, to tickets in work, oldest first. */
  @Query(
      """
      select new dottore.app.record.Lent(p.id, p.key, t.claim, p.place, p.takenAt, p.takenBy)
      from PutBack p join Ticket t on t.id = p.ticketId
      where p.returnedAt is null and p.key like concat(:prefix, '%') order by p.id
      """)
  List<Lent> lent(String prefix);
}
