package dottore.core.firmware;

import dottore.core.facts.Facts;
import dottore.core.reading.Answer;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import java.util.Arrays;
import java.util.List;

/** The kinds of run sheets of work on firmware. */
public enum FirmwareKind implements SheetKind {
  UPDATE("firmware-update", "update"),
  RESET("firmware-reset", "reset"),
  PASSWORD("firmware-password", "password"),
  RECOVERY("firmware-recovery", "update");

  private final String id;
  private final String page;

  FirmwareKind(String id, String page) {
    this.id = id;
    this.page = page;
  }

  @Override
  public String id() {
    return id;
  }

  @Override
  public String page() {
    return "firmware/" + page;
  }

  /** Whether a version is read back before anybody says what came of it. */
  public boolean writes() {
    return this == UPDATE || this == RECOVERY;
  }

  @Override
  public List<String> repairs(SheetWork work) {
    return switch (this) {
      case UPDATE ->
          work.did("write")
              ? List.of(
                  work.about("way").equals(Way.FLASH_PORT.id())
                      ? FirmwareCasebook.FLASHED_WITHOUT_PROCESSOR
                      : FirmwareCasebook.OTHER_VERSION)
              : List.of();
      case RESET -> work.did("clear") ? List.of(FirmwareCasebook.CLEARED) : List.of();
      case PASSWORD -> work.did("service") ? List.of(FirmwareCasebook.PASSWORD_LIFTED) : List.of();
      case RECOVERY -> work.done().isEmpty() ? List.of() : List.of(FirmwareCasebook.RECOVERED);
    };
  }

  @Override
  public List<Answer> answers(SheetWork work) {
    boolean flat = work.about("cell").equals("yes") && work.did("cell");
    return flat
        ? List.of(
            new Answer(
                FirmwareCasebook.CELL.step(), FirmwareCasebook.CELL.outcomes().get(0), "replaced"))
        : List.of();
  }

  @Override
  public Facts leaves(SheetWork work) {
    return Facts.none();
  }

  /** The kind of a sheet, if it is one of this room. */
  public static java.util.Optional<FirmwareKind> of(SheetWork work) {
    return Arrays.stream(values()).filter(kind -> kind.id.equals(work.kind())).findFirst();
  }
}
