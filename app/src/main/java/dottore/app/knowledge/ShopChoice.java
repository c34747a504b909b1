package dottore.app.knowledge;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;

/** Something that the shop chose. */
@Entity
class ShopChoice {
  @Id String name = "";
  String value = "";
  Instant changedAt = Instant.EPOCH;
  String changedBy = "";
}
