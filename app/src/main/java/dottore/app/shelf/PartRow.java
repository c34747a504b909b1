package dottore.app.shelf;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.math.BigDecimal;
import org.jspecify.annotations.Nullable;

/** A part, or a spare to try with. */
@Entity
@Table(name = "shelf_part")
class PartRow {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String name = "";
  int stock;
  int least;
  @Nullable BigDecimal price;
  String serials = "";
  String place = "";
  boolean gone;
  @Version int version;
}
