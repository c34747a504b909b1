package dottore.core.drive;

import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import java.util.List;

/** The kind of run sheet on which a drive is tried on another machine. */
public enum DriveKind implements SheetKind {
  TEST;

  /** The step after which something can be said of it. */
  public static final String LOOKED = "seen";

  @Override
  public String id() {
    return "drive-test";
  }

  @Override
  public String page() {
    return "drive/disk";
  }

  /** It looks, and cures nothing. */
  @Override
  public List<String> repairs(SheetWork work) {
    return List.of();
  }
}
