package dottore.app.account;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** What was changed about people. */
interface AccountChangeRepository extends JpaRepository<AccountChange, Long> {
  List<AccountChange> findTop12ByOrderByIdDesc();
}
