package dottore.app.shelf;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** Writings in the database. */
interface WritingRepository extends JpaRepository<WritingRow, Long> {
  List<WritingRow> findByState(String state);

  Optional<WritingRow> findByStickIdAndState(long stick, String state);

  /**
   * Takes a writing that no server has, or whose server was not seen for long.
   *
   * @return 1 if it is this server's now
   */
  @Modifying
  @Query(
      "update WritingRow w set w.keeper = :me, w.seenAt = :now where w.id = :id"
          + " and w.state = 'RUNNING' and (w.keeper = '' or w.seenAt < :before)")
  int take(long id, String me, Instant now, Instant before);

  /** The last of each stick. */
  @Query(
      "select w from WritingRow w where w.id in (select max(v.id) from WritingRow v group by"
          + " v.stickId)")
  List<WritingRow> last();
}
