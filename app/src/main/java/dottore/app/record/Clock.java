package dottore.app.record;

import dottore.core.runsheet.Guard;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A running time on a ticket, kept on the server: a countdown of waiting, or hands at work. */
@Entity
class Clock {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  @Column(name = "ticket_id")
  long ticketId;

  String label = "";
  boolean hands;
  Instant startedAt = Instant.EPOCH;
  @Nullable Instant endsAt;
  @Nullable Instant stoppedAt;
  String startedBy = "";

  /** The log line of the step that let it run; empty if it was started by hand. */
  @Nullable Integer entrySeq;

  /** Set if nobody may disturb what runs. */
  @JdbcTypeCode(SqlTypes.JSON)
  @Nullable Guard guard;

  @Version int version;

  RunningTime view() {
    return new RunningTime(
        Objects.requireNonNull(id),
        label,
        hands,
        startedAt,
        Optional.ofNullable(endsAt),
        Optional.ofNullable(stoppedAt),
        Optional.ofNullable(guard),
        entrySeq == null ? OptionalInt.empty() : OptionalInt.of(entrySeq),
        startedBy);
  }
}
