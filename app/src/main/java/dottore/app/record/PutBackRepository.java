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
}
