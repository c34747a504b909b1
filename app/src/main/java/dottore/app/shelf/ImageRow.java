package dottore.app.shelf;

import dottore.core.machine.BootMode;
import dottore.core.shelf.Image;
import dottore.core.units.Capacity;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** An image. */
@Entity
@Table(name = "shelf_image")
class ImageRow {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String name = "";
  String release = "";
  @Nullable LocalDate released;
  int bits;
  boolean oldWay;
  boolean newWay;
  long sizeBytes;
  long largestBytes;

  @Column(name = "sha256")
  String sha256 = "";

  String source = "";
  boolean alone;
  boolean signed;
  boolean gone;
  @Version int version;

  Image image() {
    Set<BootMode> boots = EnumSet.noneOf(BootMode.class);
    if (oldWay) {
      boots.add(BootMode.OLD);
    }
    if (newWay) {
      boots.add(BootMode.NEW);
    }
    return new Image(
        Objects.requireNonNull(id),
        name,
        release,
        Optional.ofNullable(released),
        bits,
        boots,
        new Capacity(sizeBytes),
        new Capacity(largestBytes),
        alone,
        signed);
  }
}
