package dottore.app.ticket;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Something borrowed from a machine for its repair. */
@Entity
class PutBack {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  @Column(name = "ticket_id")
  long ticketId;

  String what = "";
  String place = "";

  /** The log line of the step that borrowed it. */
  int entrySeq;

  Instant takenAt = Instant.EPOCH;
  String takenBy = "";
  @Nullable Instant returnedAt;
  @Nullable String returnedBy;
  @Version int version;

  Owed owed() {
    return new Owed(
        java.util.Objects.requireNonNull(id), what, place, takenAt, takenBy, returnedAt != null);
  }
}
