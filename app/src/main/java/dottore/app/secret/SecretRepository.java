package dottore.app.secret;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

/** Secrets in the database. */
interface SecretRepository extends JpaRepository<SecretRow, Long> {
  List<SecretRow> findByTicketIdOrderById(long ticketId);

  List<SecretRow> findByTicketIdAndLeavesTrueAndDestroyedAtIsNull(long ticketId);

  List<SecretRow> findByDestroyedAtIsNull();
}
