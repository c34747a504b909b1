package dottore.app.arrival;

import org.springframework.data.jpa.repository.JpaRepository;

/** Drafts in the database. */
interface DraftRepository extends JpaRepository<KeptDraft, String> {}
