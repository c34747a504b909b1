package dottore.app.record;

import dottore.core.casebook.Touched;
import dottore.core.ticket.Owed;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Something borrowed from a machine for its repair. */
@Entity
class PutBack {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  @Column(name = "ticket_id")
  long ticketId;

  String what = "";
  String place = "";
  String beforeState = "";

  @JdbcTypeCode(SqlTypes.ARRAY)
  List<String> touches = new ArrayList<>();

  /** By which work finds it again; empty if none needs to. */
  @Column(name = "loan_key")
  String key = "";

  /** The log line of the step that borrowed it. */
  int entrySeq;

  Instant takenAt = Instant.EPOCH;
  String takenBy = "";
  @Nullable Instant returnedAt;
  @Nullable String returnedBy;
  @Version int version;

  Owed owed() {
    return new Owed(
        Objects.requireNonNull(id),
        what,
        beforeState,
        place,
        takenAt,
        takenBy,
        touches.stream().map(Touched::of).collect(Collectors.toUnmodifiableSet()),
        Optional.ofNullable(returnedAt),
        returnedBy == null ? "" : returnedBy,
        entrySeq,
        Optional.of(key).filter(k -> !k.isEmpty()));
  }
}
