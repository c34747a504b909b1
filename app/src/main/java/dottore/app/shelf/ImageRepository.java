package dottore.app.shelf;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Images in the database. */
interface ImageRepository extends JpaRepository<ImageRow, Long> {
  List<ImageRow> findByGoneFalseOrderByNameAscReleaseDesc();
}
