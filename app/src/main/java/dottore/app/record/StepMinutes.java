package dottore.app.record;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What one step took on one closed ticket. */
@Entity
class StepMinutes {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  long ticketId;
  String step = "";
  double minutes;
  Instant closed = Instant.EPOCH;
}
