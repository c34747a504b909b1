package dottore.app.shop;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Changes of the settings. */
interface ShopChangeRepository extends JpaRepository<ShopChange, Long> {
  List<ShopChange> findTop20ByOrderByIdDesc();
}
