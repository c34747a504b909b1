package dottore.app.account;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Something that was changed about somebody. */
@Entity
class AccountChange {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  Instant at = Instant.EPOCH;
  String who = "";
  String whom = "";
  String what = "";

  static AccountChange of(Instant at, String who, String whom, String what) {
    AccountChange change = new AccountChange();
    change.at = at;
    change.who = who;
    change.whom = whom;
    change.what = what;
    return change;
  }
}
