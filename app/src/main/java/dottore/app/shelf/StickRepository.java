package dottore.app.shelf;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Sticks in the database. */
interface StickRepository extends JpaRepository<StickRow, Long> {
  List<StickRow> findByGoneFalseOrderByLabel();

  /** Those whose label has these words. */
  @Query(
      "select s from StickRow s where not s.gone and locate(lower(:words), lower(s.label)) > 0"
          + " order by s.label limit 4")
  List<StickRow> called(String words);

  long countByGoneFalseAndVerdict(String verdict);

  /** The stick for lending; a second hand waits until the first is done. */
  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query("select s from StickRow s where s.id = :id and not s.gone")
  Optional<StickRow> hold(long id);
}
