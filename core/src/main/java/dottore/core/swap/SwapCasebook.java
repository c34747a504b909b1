package dottore.core.swap;

import dottore.core.casebook.Reliance;
import java.util.List;

/** What exchanging a drive relies on in the casebook. */
public final class SwapCasebook {
  static final Reliance RESTORED = Reliance.on("replace-drive-restore");
  static final Reliance COPIED = Reliance.on("copy-first-then-replace");

  /** All of it. */
  public static final List<Reliance> ALL = List.of(RESTORED, COPIED);

  private SwapCasebook() {}
}
