package dottore.app.record;

import dottore.core.ticket.EntryCodec;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
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
  @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "lines")
  @SequenceGenerator(name = "lines", sequenceName = "log_entry_seq", allocationSize = 50)
  @Nullable Long id;

  @Column(name = "ticket_id")
  long ticketId;

  int seq;
  Instant at = Instant.EPOCH;
  String who = "";

  String kind = "NOTE";
  String text = "";

  @JdbcTypeCode(SqlTypes.JSON)
  Map<String, String> data = Map.of();

  /** The shop and ticket it was brought from; empty if it was written here. */
  String cameFrom = "";

  static LogEntry of(long ticket, int seq, Instant at, String who, NewLine line) {
    EntryCodec.Kept kept = EntryCodec.write(line.entry());
    LogEntry entry = new LogEntry();
    entry.ticketId = ticket;
    entry.seq = seq;
    entry.at = at;
    entry.who = who;
    entry.kind = kept.kind();
    entry.text = line.text();
    entry.data = kept.data();
    return entry;
  }

  Line line() {
    return new Line(seq, at, who, text, EntryCodec.read(new EntryCodec.Kept(kind, data)), cameFrom);
  }
}
