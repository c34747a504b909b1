package dottore.app.account;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** Somebody who may sign in. */
@Entity
class Account {
  /** So many wrong passwords in a row close the account for a while. */
  static final int PATIENCE = 5;

  static final Duration CLOSED_FOR = Duration.ofMinutes(10);

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String login = "";
  String name = "";

  @Enumerated(EnumType.STRING)
  Role role = Role.APPRENTICE;

  String password = "";
  int failures;
  @Nullable Instant lockedUntil;
  @Version int version;

  protected Account() {}

  Account(String login, String name, Role role, String password) {
    this.login = login;
    this.name = name;
    this.role = role;
    this.password = password;
  }

  boolean locked(Instant now) {
    return lockedUntil != null && lockedUntil.isAfter(now);
  }

  void failed(Instant now) {
    failures++;
    if (failures >= PATIENCE) {
      lockedUntil = now.plus(CLOSED_FOR);
      failures = 0;
    }
  }

  void signedIn() {
    failures = 0;
    lockedUntil = null;
  }
}
