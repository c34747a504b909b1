package dottore.app.shop;

import java.util.Arrays;
import java.util.Locale;

/** Of whom a second step at sign-in is asked. */
public enum SecondStepFor {
  /** Of whoever switched it on. */
  NOBODY("nobody has to"),
  OWNERS("owners have to"),
  EVERYBODY("everybody has to");

  private final String words;

  SecondStepFor(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }

  static SecondStepFor of(String id) {
    return Arrays.stream(values()).filter(v -> v.id().equals(id)).findFirst().orElse(NOBODY);
  }

  /** Whether it is asked of somebody. */
  public boolean of(boolean owner) {
    return this == EVERYBODY || this == OWNERS && owner;
  }
}
