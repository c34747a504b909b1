package dottore.app.practice;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface Attempts extends JpaRepository<AttemptRow, Long> {
  Optional<AttemptRow> findByClaim(String claim);

  @Query("select a.claim from AttemptRow a where a.claim <> '' and a.claim in :claims")
  Set<String> among(Set<String> claims);

  List<AttemptRow> findByAccountLoginAndClosedAtIsNullOrderByBegunAtDesc(String login);

  List<AttemptRow> findByAccountLoginAndClosedAtIsNotNullOrderByClosedAt(String login);

  List<AttemptRow> findTop1ByCaseCodeAndSolvedIsTrueOrderByMinutes(String code);

  List<AttemptRow> findTop500ByClosedAtIsNotNullOrderByClosedAtDesc();
}
