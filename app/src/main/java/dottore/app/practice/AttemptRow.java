package dottore.app.practice;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Somebody's attempt at a case. */
@Entity
@Table(name = "practice_attempt")
class AttemptRow {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String accountLogin = "";
  String caseCode = "";
  String area = "";
  Instant begunAt = Instant.EPOCH;
  @Nullable Instant closedAt;
  double minutes;
  int points;
  boolean solved;

  @JdbcTypeCode(SqlTypes.JSON)
  @Nullable String debrief;

  /** The ticket under which it stands in Find; empty if it is none. */
  String claim = "";

  @Version int version;
}
