package dottore.app.record;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A picture taken at the bench. */
@Entity
class Photo {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  @Column(name = "ticket_id")
  long ticketId;

  Instant takenAt = Instant.EPOCH;
  String takenBy = "";
  String note = "";
  String type = "";
  byte[] bytes = {};

  /** What a page shows of it, a JPEG; empty where none could be made. */
  byte[] small = {};
}
