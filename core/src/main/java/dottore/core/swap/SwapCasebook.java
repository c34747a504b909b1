package dottore.core.swap;

import dottore.core.casebook.Reliance;
import java.util.List;
import java.util.Set;

/** What exchanging a drive relies on in the casebook. */
public final class SwapCasebook {
  static final Reliance RESTORED = Reliance.on("replace-drive-restore");
  static final Reliance COPIED = Reliance.on("copy-first-then-replace");

  /** Causes that a new drive cures. */
  public static final Set<String> CAUSES = Set.of("drive-failing", "drive-dead");

  /** All of it; what the causes are is said by the drive's own. */
  public static final List<Reliance> ALL = List.of(RESTORED, COPIED);

  private SwapCasebook() {}
}
