package dottore.core.swap;

import dottore.core.drive.DriveFacts;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import java.math.BigDecimal;
import java.util.List;

/** The kind of run sheet on which a drive is exchanged. */
public enum SwapKind implements SheetKind {
  SWAP;

  /** What the sheet was made for. */
  static final String USE = "use";

  static final String NUMBER = "number";
  static final String SERIAL = "serial";
  static final String MODEL = "model";
  static final String SIZE = "gb";

  @Override
  public String id() {
    return "drive-swap";
  }

  @Override
  public String page() {
    return "drive/replace";
  }

  /** A drive that only comes beside the old one cures nothing. */
  @Override
  public List<String> repairs(SheetWork work) {
    if (!work.about(USE).equals(SwapFacts.Use.SYSTEM.name())) {
      return List.of();
    }
    if (work.did(SwapSheets.CLONED)) {
      return List.of(SwapCasebook.COPIED.step());
    }
    return work.did(SwapSheets.SYSTEM_ON_IT) ? List.of(SwapCasebook.RESTORED.step()) : List.of();
  }

  /** The new drive is one of the machine's from the moment it was fitted. */
  @Override
  public Facts leaves(SheetWork work) {
    if (!work.did(SwapSheets.FITTED)) {
      return Facts.none();
    }
    int number = Integer.parseInt(work.about(NUMBER));
    boolean system = work.about(USE).equals(SwapFacts.Use.SYSTEM.name());
    Facts left =
        Facts.none()
            .with(DriveFacts.model(number), work.about(MODEL))
            .with(DriveFacts.serial(number), work.about(SERIAL))
            .with(DriveFacts.size(number), new BigDecimal(work.about(SIZE)))
            .with(DriveFacts.holds(number), system ? "the system" : "data")
            .without(DriveFacts.layout(number));
    return system
        ? left.with(DriveFacts.TARGET, number)
            .without(DriveFacts.SERIAL_READ)
            .without(DriveFacts.STATE)
            .without(DriveFacts.OVER_ADAPTER)
        : left;
  }

  /** Whether the kind of machine can take another drive at all. */
  static boolean opens(MachineKind kind) {
    return kind != MachineKind.CLOUD_LAPTOP;
  }
}
