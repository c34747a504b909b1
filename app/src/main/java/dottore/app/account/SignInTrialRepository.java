package dottore.app.account;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** Wrong passwords in the database. */
interface SignInTrialRepository extends JpaRepository<SignInTrial, String> {
  /**
   * Counts one more, in one statement: a hundred at once count a hundred. Those before the window
   * are forgotten.
   */
  @Modifying
  @Query(
      value =
          """
          insert into sign_in_trial as t (trial, failures, last_at, closed_until)
          values (:trial, 1, :now, null)
          on conflict (trial) do update set
            failures = case when t.last_at < :since then 1 else t.failures + 1 end,
            last_at = :now,
            closed_until = case
              when (case when t.last_at < :since then 1 else t.failures + 1 end) >= :most
              then cast(:until as timestamptz) else t.closed_until end
          """,
      nativeQuery = true)
  void count(String trial, Instant now, Instant since, int most, Instant until);

  @Query(
      """
      select count(t) > 0 from SignInTrial t
      where t.trial in :trials and t.closedUntil > :now
      """)
  boolean closed(Collection<String> trials, Instant now);

  @Query("select t.trial from SignInTrial t where t.closedUntil > :now")
  List<String> closedNow(Instant now);

  @Modifying
  @Query("delete from SignInTrial t where t.lastAt < :before")
  void forgetBefore(Instant before);
}
