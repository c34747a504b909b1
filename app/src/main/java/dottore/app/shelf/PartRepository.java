package dottore.app.shelf;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

/** Parts in the database. */
interface PartRepository extends JpaRepository<PartRow, Long> {
  List<PartRow> findByGoneFalseOrderByName();

  /** The part for counting; a second hand waits until the first is done. */
  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query("select p from PartRow p where p.id = :id and not p.gone")
  Optional<PartRow> hold(long id);

  /** Those whose name or serials have these words. */
  @Query(
      "select p from PartRow p where not p.gone and (locate(lower(:words), lower(p.name)) > 0"
          + " or locate(lower(:words), lower(p.serials)) > 0) order by p.name limit 4")
  List<PartRow> called(String words);
}
