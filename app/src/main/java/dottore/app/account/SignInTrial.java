package dottore.app.account;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Wrong passwords in a row, by what was typed or where it came from. */
@Entity
class SignInTrial {
  @Id String trial = "";
  int failures;
  Instant lastAt = Instant.EPOCH;
  @Nullable Instant closedUntil;
}
