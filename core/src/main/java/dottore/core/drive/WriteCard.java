package dottore.core.drive;

import dottore.core.machine.Drive;
import dottore.core.ticket.Backup;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What must be before one's eyes before a drive is written: which one, what is on it, whether that
 * is saved, who agreed, and by which four characters it is known.
 *
 * @param target number, last four of its serial, and size
 * @param serial as printed on it; empty if nobody looked
 * @param holds what is on it; empty if nobody wrote it down
 * @param safe whether all that is wanted is elsewhere
 * @param saved where, or that it is not
 * @param agreed whether the customer agreed that it is erased
 * @param consent that in words
 * @param sure whether no other drive can be taken for it
 * @param look that in words
 */
public record WriteCard(
    String target,
    String serial,
    String holds,
    boolean safe,
    String saved,
    boolean agreed,
    String consent,
    boolean sure,
    String look) {

  /** Of a drive that holds what the customer may want. */
  public static WriteCard of(DriveDesk desk, WrongDisk which) {
    Drive target = which.target();
    return new WriteCard(
        target.described() + (target.model().isEmpty() ? "" : ", " + target.model()),
        target.serial(),
        target.holds(),
        desk.safe(),
        saved(desk),
        desk.job().mayErase(),
        desk.job().mayErase() ? "may be erased" : "nothing may be erased",
        which.verdict().sure(),
        look(which));
  }

  /** Of a drive that is new: nothing on it is anybody's. */
  public static WriteCard ofNew(WrongDisk which, String saved, boolean safe) {
    Drive target = which.target();
    return new WriteCard(
        target.described() + (target.model().isEmpty() ? "" : ", " + target.model()),
        target.serial(),
        "nothing, it is new. If volumes show on it, stop: it is another",
        safe,
        saved,
        true,
        "the shop's own until it is handed over",
        which.verdict().sure(),
        look(which));
  }

  private static String saved(DriveDesk desk) {
    Optional<String> where = desk.facts().find(DriveFacts.SAVED_WHERE);
    if (desk.saved().isPresent()) {
      return desk.saved().get() + ", compared";
    }
    if (!desk.wanted()) {
      return "the customer wants nothing kept";
    }
    Backup told = desk.job().backup();
    return where
        .map(place -> place + ", not compared yet")
        .orElse("not yet" + (told.words().isEmpty() ? "" : "; " + told.words()));
  }

  private static String look(WrongDisk which) {
    return switch (which.verdict()) {
      case ONLY -> "no other is written down as connected; look into the case";
      case SERIAL -> "told apart by serial";
      case SIZE -> "none within 3 % of its size";
      case GONE -> "it is unplugged itself";
      case OTHER -> "the serial that was read is not its own";
      case ALIKE ->
          which.alike().stream()
                  .map(d -> d.name().toLowerCase(Locale.ROOT))
                  .collect(Collectors.joining(", "))
              + " still connected";
    };
  }
}
