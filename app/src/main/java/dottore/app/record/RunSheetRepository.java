package dottore.app.record;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Run sheets in the database. */
interface RunSheetRepository extends JpaRepository<RunSheetRow, String> {
  @Query("select s from RunSheetRow s where s.ticketId in :tickets order by s.startedAt, s.id")
  List<RunSheetRow> of(Collection<Long> tickets);
}
