package dottore.app.shelf;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A stick that is being written, or was. */
@Entity
@Table(name = "shelf_writing")
class WritingRow {
  static final String RUNNING = "RUNNING";

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  long stickId;

  @JdbcTypeCode(SqlTypes.ARRAY)
  List<Long> images = new ArrayList<>();

  String state = RUNNING;
  String phase = "PROBE";
  long done;
  long total;
  String words = "";
  Instant startedAt = Instant.EPOCH;
  String startedBy = "";
  @Nullable Instant endedAt;

  /** The server that writes it. */
  String keeper = "";

  /** When that server kept last how far it came. */
  Instant seenAt = Instant.EPOCH;

  /** Set where somebody wants it stopped, on whichever server. */
  boolean stopAsked;
}
