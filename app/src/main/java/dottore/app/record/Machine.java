package dottore.app.record;

import dottore.core.machine.Passport;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A machine that was here, found again by its serial. */
@Entity
class Machine {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String maker = "";
  String model = "";
  String serial = "";
  String kind = "tower";
  @Nullable Long fittedMebibytes;
  @Nullable Integer fittedModules;

  /** What the machine says about itself, as it was read. */
  @JdbcTypeCode(SqlTypes.JSON)
  @Nullable Passport passport;

  @Version int version;
}
