package dottore.app.account;

import java.time.Instant;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** Spare codes in the database. */
interface SpareCodeRepository extends JpaRepository<SpareCode, Long> {
  /**
   * Uses a code, if it was not used.
   *
   * @return 1 if it counts
   */
  @Modifying
  @Query(
      "update SpareCode c set c.usedAt = :now where c.accountId = :account and c.codeSum = :sum and"
          + " c.usedAt is null")
  int use(long account, String sum, Instant now);

  long countByAccountIdAndUsedAtIsNull(long account);

  void deleteByAccountId(long account);
}
