package dottore.core.shelf;

import dottore.core.shelf.ShelfStick.Carried;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;

/**
 * Whether an image on a stick is still the one to install from: it is built anew when a newer
 * release is known or it is older than {@value #DAYS} days. Rule of practice.
 *
 * @param days since it was written
 * @param newer a later release that is on the shelf
 */
public record Freshness(Carried carried, long days, Optional<Image> newer) {
  /** Older than this a stick is built anew. */
  public static final int DAYS = 90;

  /** Judges what is on a stick. */
  public static List<Freshness> of(ShelfStick stick, List<Image> images, LocalDate today) {
    return stick.carries().stream()
        .map(
            carried ->
                new Freshness(
                    carried,
                    Math.max(0, ChronoUnit.DAYS.between(carried.written(), today)),
                    images.stream()
                        .filter(image -> image.newerThan(carried.image()))
                        .max(java.util.Comparator.comparing(i -> i.released().orElseThrow()))))
        .toList();
  }

  public boolean stale() {
    return newer.isPresent() || days > DAYS;
  }

  /** Why it is stale, or how old it is. */
  public String words() {
    return newer
        .map(image -> "a newer release is here: " + image.version())
        .orElse(days == 0 ? "written today" : days == 1 ? "1 day old" : days + " days old");
  }
}
