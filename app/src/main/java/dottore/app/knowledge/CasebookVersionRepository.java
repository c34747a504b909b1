package dottore.app.knowledge;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** Versions in the database, the newest first. */
interface CasebookVersionRepository extends JpaRepository<CasebookVersion, Integer> {
  Optional<CasebookVersion> findFirstByOrderByNumberDesc();

  List<CasebookVersion> findTop20ByOrderByNumberDesc();
}
