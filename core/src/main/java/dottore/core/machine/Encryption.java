package dottore.core.machine;

import java.util.Locale;
import java.util.Optional;

/** How the drive's encryption stands before the firmware changes. */
public enum Encryption {
  NONE("the drive is not encrypted", ""),
  SUSPENDED("suspended, recovery key at hand", ""),
  NO_KEY("suspended, no recovery key", "Have the customer bring the recovery key first"),
  ACTIVE("active", "Suspend it in the system, and have the recovery key at hand"),
  UNREADABLE("the system does not start; recovery key at hand", ""),
  UNKNOWN("not looked at", "Look whether the drive is encrypted");

  private final String words;
  private final String todo;

  Encryption(String words, String todo) {
    this.words = words;
    this.todo = todo;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  public String words() {
    return words;
  }

  /** What is missing, imperative; empty if the firmware may change. */
  public Optional<String> missing() {
    return todo.isEmpty() ? Optional.empty() : Optional.of(todo);
  }

  /**
   * @throws IllegalArgumentException if there is none such
   */
  public static Encryption of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT).replace('-', '_'));
  }
}
