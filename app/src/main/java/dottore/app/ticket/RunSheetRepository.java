package dottore.app.ticket;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Run sheets in the database. */
interface RunSheetRepository extends JpaRepository<RunSheetRow, String> {
  @Query("select s from RunSheetRow s where s.ticketId = :ticket order by s.startedAt, s.id")
  List<RunSheetRow> of(long ticket);

  @Query("select s from RunSheetRow s where s.ticketId in :tickets order by s.startedAt, s.id")
  List<RunSheetRow> ofAll(Collection<Long> tickets);

  @Query("select s from RunSheetRow s where s.ticketId = :ticket and s.id = :id")
  Optional<RunSheetRow> one(long ticket, String id);
}
