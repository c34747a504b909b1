package dottore.app.shelf;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** An image on a stick. */
@Entity
@Table(name = "shelf_carried")
class CarriedRow {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  long stickId;
  long imageId;
  Instant writtenAt = Instant.EPOCH;
  String writtenBy = "";
}
