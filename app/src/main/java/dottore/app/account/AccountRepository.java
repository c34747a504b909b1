package dottore.app.account;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface AccountRepository extends JpaRepository<Account, Long> {
  Optional<Account> findByLogin(String login);

  List<Account> findAllByOrderByName();

  List<Account> findBySecondSealedNotNull();

  /**
   * Uses the code of a step of time, if neither it nor a later one was used.
   *
   * @return 1 if it counts
   */
  @Modifying
  @Query("update Account a set a.secondUsed = :step where a.id = :id and a.secondUsed < :step")
  int useStep(long id, long step);

  /** The owners who can sign in, held, so that two changes at once do not leave none. */
  @Lock(LockModeType.PESSIMISTIC_WRITE)
  @Query("select a from Account a where a.role = dottore.app.account.Role.OWNER and a.enabled")
  List<Account> holdOwners();
}
