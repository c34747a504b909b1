package dottore.app.secret;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A secret of a ticket, sealed. */
@Entity
@Table(name = "secret")
class SecretRow {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  long ticketId;
  String kind = "";
  String label = "";
  String keyId = "";
  byte[] sealed = new byte[0];
  Instant keptAt = Instant.EPOCH;
  String keptBy = "";
  boolean leaves = true;
  @Nullable Instant destroyedAt;
  @Version int version;

  String belongs() {
    return ticketId + " " + kind;
  }
}
