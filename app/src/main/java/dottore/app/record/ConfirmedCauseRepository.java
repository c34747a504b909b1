package dottore.app.record;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ConfirmedCauseRepository extends JpaRepository<ConfirmedCause, String> {
  /** Counts one more, whoever else counts at the same time. */
  @Modifying
  @Query(
      value =
          """
          insert into confirmed_cause (cause, times) values (:cause, 1)
          on conflict (cause) do update set times = confirmed_cause.times + 1
          """,
      nativeQuery = true)
  void count(String cause);
}
