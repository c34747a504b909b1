package dottore.core.firmware;

import dottore.core.runsheet.Guard;
import dottore.core.units.Minutes;
import java.util.List;

/** Memory training after new firmware, cleared settings or new modules. */
public final class Training {
  /** One to ten minutes on recent platforms (guide); the worry comes after the ten. */
  public static final Guard GUARD =
      new Guard(
          "Memory is being trained",
          Minutes.of(5),
          Minutes.of(10),
          List.of(
              "The screen stays black for one to ten minutes",
              "It restarts by itself, two or three times",
              "The memory light stays on meanwhile"),
          "Ten minutes are over: read the board's lights and go on in Find.");

  private Training() {}
}
