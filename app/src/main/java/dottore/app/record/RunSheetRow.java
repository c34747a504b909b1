package dottore.app.record;

import dottore.core.runsheet.RunSheet;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Persistable;

/** A run sheet as it was made for a ticket. It never changes; ticks are lines of the log. */
@Entity
@Table(name = "run_sheet")
class RunSheetRow implements Persistable<String> {
  @Id String id = "";

  @Column(name = "ticket_id")
  long ticketId;

  @JdbcTypeCode(SqlTypes.JSON)
  @Nullable RunSheet sheet;

  @JdbcTypeCode(SqlTypes.JSON)
  Map<String, String> about = new HashMap<>();

  Instant startedAt = Instant.EPOCH;
  String startedBy = "";

  @Override
  public String getId() {
    return id;
  }

  @Override
  public boolean isNew() {
    return true;
  }
}
