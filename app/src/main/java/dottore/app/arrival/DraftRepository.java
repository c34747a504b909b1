package dottore.app.arrival;

import java.time.Instant;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

/** Drafts in the database, one row for each person. */
interface DraftRepository extends JpaRepository<KeptDraft, String> {
  Optional<KeptDraft> findByAccountLoginAndEndedFalse(String login);

  /** Keeps the fields or ends the draft; nothing comes back to a sheet of paper that ended. */
  @Modifying
  @Query(
      value =
          """
          insert into arrival_draft as kept (account_login, sheet, fields, kept_at, ended)
          values (:login, :sheet, cast(:fields as jsonb), :at, :ended)
          on conflict (account_login) do update
          set sheet = excluded.sheet, fields = excluded.fields, kept_at = excluded.kept_at,
              ended = excluded.ended
          where not (kept.ended and kept.sheet = excluded.sheet)
          """,
      nativeQuery = true)
  void put(String login, String sheet, String fields, Instant at, boolean ended);
}
