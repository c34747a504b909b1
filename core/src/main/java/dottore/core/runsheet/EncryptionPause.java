package dottore.core.runsheet;

import dottore.core.runsheet.SheetStep.Making;
import java.util.Set;

/** Encryption that is suspended for a piece of work and goes on afterwards. */
public final class EncryptionPause {
  /** What is owed to the machine meanwhile. */
  public static final Loan LOAN =
      new Loan(
          "encryption suspended", "Which drive, and by whom?", "suspended in the system", Set.of());

  /** The step after which it is active again. */
  public static final String OVER = "resume";

  private EncryptionPause() {}

  public static Making over() {
    return SheetStep.of(OVER, "Let the encryption go on", "In the system's own page.")
        .returning(LOAN);
  }
}
