package dottore.app.shelf;

import dottore.core.shelf.ShelfStick;
import dottore.core.units.Capacity;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.math.BigDecimal;
import java.util.List;
import java.util.Objects;
import java.util.OptionalDouble;
import org.jspecify.annotations.Nullable;

/** A stick. */
@Entity
@Table(name = "shelf_stick")
class StickRow {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String label = "";
  long sizeBytes;
  String connector = "";
  @Nullable BigDecimal reads;
  @Nullable BigDecimal writes;
  String place = "";

  /** What was found out when it was last written; empty if nothing speaks against it. */
  String verdict = "";

  boolean gone;
  @Version int version;

  ShelfStick stick(List<ShelfStick.Carried> carries) {
    return new ShelfStick(
        Objects.requireNonNull(id),
        label,
        new Capacity(sizeBytes),
        writes == null ? OptionalDouble.empty() : OptionalDouble.of(writes.doubleValue()),
        carries);
  }
}
