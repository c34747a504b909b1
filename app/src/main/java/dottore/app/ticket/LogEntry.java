package dottore.app.ticket;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Map;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** One line of a ticket's log. Never changed, never removed; the database refuses both. */
@Entity
@Immutable
class LogEntry {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  @Column(name = "ticket_id")
  long ticketId;

  int seq;
  Instant at = Instant.EPOCH;
  String who = "";

  @Enumerated(EnumType.STRING)
  Line.Kind kind = Line.Kind.NOTE;

  String text = "";

  @JdbcTypeCode(SqlTypes.JSON)
  Map<String, String> data = Map.of();

  Line line() {
    return new Line(seq, at, who, kind, text, data);
  }
}
