package dottore.app.account;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import org.jspecify.annotations.Nullable;

/** Somebody who may sign in. */
@Entity
class Account {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  @Nullable Long id;

  String login = "";
  String name = "";

  @Enumerated(EnumType.STRING)
  Role role = Role.APPRENTICE;

  String password = "";
  boolean enabled = true;

  /** Whether the next sign-in leads to a password of their own. */
  boolean mustChange;

  /** Whether a code is asked for after the password. */
  boolean secondOn;

  /** The name of the key that sealed the second step's own. */
  @Nullable String secondRing;

  byte @Nullable [] secondSealed;

  /** The step of time whose code was used last. */
  long secondUsed;

  @Version int version;

  protected Account() {}

  Account(String login, String name, Role role, String password) {
    this.login = login;
    this.name = name;
    this.role = role;
    this.password = password;
  }
}
