package dottore.app.driver;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

/** Names of columns in the database. */
interface ColumnNameRepository extends JpaRepository<ColumnName, Long> {
  List<ColumnName> findByList(String list);

  Optional<ColumnName> findByListAndName(String list, String name);
}
