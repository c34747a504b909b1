package dottore.core.driver;

import dottore.core.casebook.Reliance;
import dottore.core.facts.Facts;
import dottore.core.machine.DeviceKind;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The kinds of run sheets on which drivers go on, out and back. */
public enum DriverKind implements SheetKind {
  INSTALL("drivers-install", "drivers/devices"),
  OUT("drivers-out", "drivers/crashes"),
  BACK("drivers-back", "drivers/devices");

  /** What the sheet was made for. */
  static final String PARTS = "parts";

  static final String SUSPECT = "suspect";

  /** How many lists had been read when it began. */
  static final String READ = "read";

  private final String id;
  private final String page;

  DriverKind(String id, String page) {
    this.id = id;
    this.page = page;
  }

  @Override
  public String id() {
    return id;
  }

  @Override
  public String page() {
    return page;
  }

  /**
   * A package on a sheet, as it is kept with it.
   *
   * @param step its step
   * @param missing whether the device had none
   */
  record Part(String step, DeviceKind kind, boolean missing, boolean clean) {
    static String print(List<Part> parts) {
      return String.join(
          " ",
          parts.stream()
              .map(p -> p.step() + "," + p.kind().id() + "," + p.missing() + "," + p.clean())
              .toList());
    }

    static List<Part> read(String text) {
      List<Part> parts = new ArrayList<>();
      for (String each : text.split(" ", -1)) {
        String[] piece = each.split(",", -1);
        if (piece.length == 4) {
          DeviceKind.of(piece[1])
              .ifPresent(
                  kind ->
                      parts.add(
                          new Part(
                              piece[0],
                              kind,
                              Boolean.parseBoolean(piece[2]),
                              Boolean.parseBoolean(piece[3]))));
        }
      }
      return parts;
    }

    Optional<Reliance> repair() {
      return switch (kind) {
        case NETWORK ->
            Optional.of(missing ? DriverCasebook.NETWORK : DriverCasebook.NEWER_NETWORK);
        case WIRELESS -> Optional.of(missing ? DriverCasebook.NETWORK : DriverCasebook.WIRELESS);
        case GRAPHICS ->
            Optional.of(clean ? DriverCasebook.CLEAN_GRAPHICS : DriverCasebook.GRAPHICS);
        case CHIPSET -> Optional.of(DriverCasebook.CHIPSET);
        case AUDIO -> Optional.of(DriverCasebook.AUDIO);
        case TOUCH -> Optional.of(DriverCasebook.TOUCH);
        default -> Optional.empty();
      };
    }
  }

  @Override
  public List<String> repairs(SheetWork work) {
    return switch (this) {
      case INSTALL ->
          Part.read(work.about(PARTS)).stream()
              .filter(part -> work.did(part.step()))
              .flatMap(part -> part.repair().stream())
              .map(Reliance::step)
              .distinct()
              .toList();
      case OUT ->
          work.did(DriverSheets.OUT)
              ? List.of(
                  switch (DeviceKind.of(work.about(PARTS)).orElse(DeviceKind.OTHER)) {
                    case GRAPHICS -> DriverCasebook.GRAPHICS_OUT.step();
                    case NETWORK, WIRELESS -> DriverCasebook.NETWORK_OUT.step();
                    default -> DriverCasebook.TOOL_OUT.step();
                  })
              : List.of();
      case BACK -> List.of();
    };
  }

  /** Several packages go on at once; which one mattered is not seen, only likely. */
  @Override
  public boolean eachWasInTheWay() {
    return false;
  }

  /** What was found of its driver's settings was thrown away with it. */
  @Override
  public Facts leaves(SheetWork work) {
    boolean clean =
        Part.read(work.about(PARTS)).stream().anyMatch(p -> p.clean() && work.did(p.step()));
    return this == INSTALL && clean ? Facts.none().without(DriverFacts.SETTINGS) : Facts.none();
  }
}
