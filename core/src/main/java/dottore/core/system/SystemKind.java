package dottore.core.system;

import dottore.core.drive.DriveFacts;
import dottore.core.facts.Facts;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import java.util.List;
import java.util.Optional;

/** The kind of run sheet on which a system is put back. */
public enum SystemKind implements SheetKind {
  REINSTALL;

  /** What the sheet was made for. */
  static final String ROAD = "road";

  static final String PROFILE = "profile";

  @Override
  public String id() {
    return "system-reinstall";
  }

  @Override
  public String page() {
    return "system/road";
  }

  private static Optional<SystemRoad> road(SheetWork work) {
    return java.util.Arrays.stream(SystemRoad.values())
        .filter(road -> road.id().equals(work.about(ROAD)))
        .findFirst();
  }

  /** Only what was really run counts as tried. */
  @Override
  public List<String> repairs(SheetWork work) {
    if (!work.did(SystemSheets.RUN)) {
      return List.of();
    }
    return road(work)
        .map(
            road ->
                switch (road) {
                  case CLEAN ->
                      List.of(SystemCasebook.FOR_BOOT.step(), SystemCasebook.CLEAN.step());
                  case RECOVERY -> List.of(SystemCasebook.RECOVERY.step());
                  case REPAIR, UPGRADE -> List.of(SystemCasebook.IN_PLACE.step());
                  case RESET, CLONE, LEAVE -> List.<String>of();
                })
        .orElse(List.of());
  }

  /** The system that is on it is the one that was put on; what was said of the old one is past. */
  @Override
  public Facts leaves(SheetWork work) {
    if (!work.did(SystemSheets.RUN)) {
      return Facts.none();
    }
    Facts left =
        Facts.none()
            .with(SystemFacts.HAD, work.about(PROFILE))
            .without(SystemFacts.ROAD)
            .without(SystemFacts.FIRST_STALL)
            .without(SystemFacts.SECOND_STALL);
    if (road(work).filter(SystemRoad::erases).isPresent()) {
      left =
          left.with(SystemFacts.ORIGIN, SystemFacts.Origin.OURS)
              .without(SystemFacts.UNSTABLE)
              .without(SystemFacts.UNWANTED)
              .without(SystemFacts.OTHER_BOARD)
              .without(SystemFacts.YEARS)
              .without(DriveFacts.SERIAL_READ);
    }
    return left;
  }
}
