package dottore.app.practice;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface Attempts extends JpaRepository<AttemptRow, Long> {
  Optional<AttemptRow> findByClaim(String claim);

  List<AttemptRow> findByAccountLoginAndClosedAtIsNullOrderByBegunAtDesc(String login);

  List<AttemptRow> findByAccountLoginAndClosedAtIsNotNullOrderByClosedAt(String login);

  List<AttemptRow> findTop1ByCaseCodeAndSolvedIsTrueOrderByMinutes(String code);

  List<AttemptRow> findTop500ByClosedAtIsNotNullOrderByClosedAtDesc();
}
