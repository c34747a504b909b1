package dottore.app.account;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface AccountRepository extends JpaRepository<Account, Long> {
  Optional<Account> findByLogin(String login);

  List<Account> findAllByOrderByName();
}
