package dottore.app.account;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A code that counts once, for the day on which the telephone is gone; only its sum is kept. */
@Entity
class SpareCode {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  long accountId;
  String codeSum = "";
  @Nullable Instant usedAt;
}
