package dottore.app.practice;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

/** One move of an attempt. */
@Entity
@Table(name = "practice_move")
class MoveRow {
  /** Of two that are made at once only one finds its number free. */
  @Embeddable
  record Key(long attemptId, int number) implements Serializable {}

  @EmbeddedId Key id = new Key(0, 0);

  String kind = "";
  String of = "";
  Instant madeAt = Instant.EPOCH;
}
