package dottore.app.shelf;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** What is on which stick. */
interface CarriedRepository extends JpaRepository<CarriedRow, Long> {
  List<CarriedRow> findByStickIdInOrderById(Collection<Long> sticks);

  void deleteByStickId(long stick);
}
