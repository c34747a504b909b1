package dottore.app.arrival;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A draft in the database. */
@Entity
@Table(name = "arrival_draft")
class KeptDraft {
  @Id String accountLogin = "";

  @JdbcTypeCode(SqlTypes.JSON)
  String fields = "{}";

  Instant keptAt = Instant.EPOCH;
  String sheet = "";
  boolean ended;
}
