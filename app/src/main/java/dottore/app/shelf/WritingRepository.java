package dottore.app.shelf;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Writings in the database. */
interface WritingRepository extends JpaRepository<WritingRow, Long> {
  List<WritingRow> findByState(String state);

  Optional<WritingRow> findByStickIdAndState(long stick, String state);

  /** The last of each stick. */
  @Query(
      "select w from WritingRow w where w.id in (select max(v.id) from WritingRow v group by"
          + " v.stickId)")
  List<WritingRow> last();
}
