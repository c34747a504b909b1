package dottore.app.record;

import java.time.Instant;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

/** Measured minutes in the database. */
interface StepMinutesRepository extends JpaRepository<StepMinutes, Long> {
  /** The last two hundred of each step; older ones speak of another way of working. */
  @Query(
      value =
          """
          select * from (
            select s.*, row_number() over (partition by s.step order by s.closed desc) as place
            from step_minutes s where s.closed >= :since) newest
          where place <= 200
          """,
      nativeQuery = true)
  List<StepMinutes> since(Instant since);

  @Query(
      """
      select s from StepMinutes s, Ticket t
      where t.claim = :claim and s.ticketId = t.id and s.closed >= :since order by s.id
      """)
  List<StepMinutes> of(String claim, Instant since);
}
