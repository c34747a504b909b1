package dottore.app.driver;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** What a column of a list is called. */
@Entity
class ColumnName {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String list = "";
  String name = "";
  String role = "";
  Instant changedAt = Instant.EPOCH;
  String changedBy = "";
}
