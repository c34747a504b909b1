package dottore.core.reading;

import dottore.core.machine.DriveHealth;
import dottore.core.machine.DriveHealth.Attribute;
import dottore.core.machine.DriveHealth.Attributes;
import dottore.core.machine.DriveHealth.Page;
import dottore.core.machine.DriveHealth.Warning;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What the health pages of a drive say of it, with the number that decided.
 *
 * <p>A clean page does not clear a drive: many fail without a warning.
 */
public final class HealthReading {
  /** The check that is answered. */
  public static final String CHECK = "attributes";

  private static final int REALLOCATED = 5;
  private static final int INTERFACE = 199;

  /** Counts above zero of which mean that data is being lost now. */
  private static final Map<Integer, String> LOSING = losing();

  private static final int WORN = 100;
  private static final int NEARLY_WORN = 90;
  private static final int SPARE_NEAR = 5;
  private static final int HOT = 70;

  /** A drive that turns is hot earlier. */
  private static final int HOT_SPINNING = 55;

  /** What to do with the drive, the worst first. */
  public enum Level {
    REPLACE("Replace it now, copy first"),
    CABLE("The cable is accused, not the drive"),
    WATCH("Watch it"),
    WORN("Worn but sound: plan the change"),
    CLEAN("Nothing that matters; that alone does not clear it");

    private final String words;

    Level(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A verdict.
   *
   * @param numbers what decided it, in words
   */
  public record Verdict(Level level, List<String> numbers) {
    public Verdict {
      numbers = List.copyOf(numbers);
    }

    /** The answer to the check on the drive's health. */
    public Answer answer() {
      String outcome =
          switch (level) {
            case REPLACE -> "bad";
            case CABLE -> "interface";
            case WATCH, WORN, CLEAN -> "fine";
          };
      String because = numbers.isEmpty() ? "" : ": " + String.join(", ", numbers);
      return new Answer(CHECK, outcome, level.words() + because);
    }
  }

  private HealthReading() {}

  /**
   * Judges a page.
   *
   * @param earlier another page of the same drive, read before; what grew since is held against it
   */
  public static Verdict judge(DriveHealth health, Optional<DriveHealth> earlier) {
    Map<Level, List<String>> found = new LinkedHashMap<>();
    if (health instanceof Attributes attributes) {
      attributes(
          attributes,
          earlier.filter(Attributes.class::isInstance).map(Attributes.class::cast),
          found);
    } else if (health instanceof Page page) {
      page(page, found);
    }
    for (Level level : Level.values()) {
      if (found.containsKey(level)) {
        return new Verdict(level, found.get(level));
      }
    }
    return new Verdict(Level.CLEAN, hours(health));
  }

  private static List<String> hours(DriveHealth health) {
    if (health.hours().isPresent()) {
      return List.of(health.hours().get() + " hours");
    }
    return health instanceof Attributes attributes
        ? attributes.oddHours().map(odd -> "it says " + odd + " hours, which cannot be").stream()
            .toList()
        : List.of();
  }

  private static void attributes(
      Attributes now, Optional<Attributes> earlier, Map<Level, List<String>> found) {
    LOSING.forEach(
        (id, words) -> {
          if (now.count(id) > 0) {
            say(found, Level.REPLACE, now.count(id) + " " + words);
          }
        });
    for (Attribute attribute : now.attributes()) {
      if (attribute.failingNow()) {
        say(
            found,
            Level.REPLACE,
            "attribute %d at %d, its limit is %d"
                .formatted(attribute.id(), attribute.current(), attribute.threshold().getAsInt()));
      }
    }
    long reallocated = now.count(REALLOCATED);
    long reallocatedSince = earlier.map(page -> reallocated - page.count(REALLOCATED)).orElse(0L);
    if (reallocated > 0) {
      say(
          found,
          reallocatedSince > 0 ? Level.REPLACE : Level.WATCH,
          reallocated
              + " sectors reallocated"
              + (reallocatedSince > 0 ? ", " + reallocatedSince + " since the earlier page" : ""));
    }
    int hot = now.spins() ? HOT_SPINNING : HOT;
    if (now.celsius().isPresent() && now.celsius().getAsInt() > hot) {
      say(found, Level.WATCH, now.celsius().getAsInt() + " °C");
    }
    now.wear().ifPresent(wear -> worn(wear.used(), ", by " + wear.source(), found));
    long broken = now.count(INTERFACE);
    long since = earlier.map(page -> broken - page.count(INTERFACE)).orElse(0L);
    if (since > 0) {
      say(found, Level.CABLE, since + " interface errors since the earlier page");
    } else if (broken > 0 && earlier.isEmpty()) {
      say(
          found,
          Level.WATCH,
          broken
              + " interface errors ever: read it again after a long copy, growing accuses the"
              + " cable");
    }
  }

  private static void worn(int used, String by, Map<Level, List<String>> found) {
    if (used >= NEARLY_WORN) {
      say(
          found,
          used >= WORN ? Level.WORN : Level.WATCH,
          used + " % of its rated life is used" + by);
    }
  }

  private static void page(Page page, Map<Level, List<String>> found) {
    for (Warning warning : page.warnings().stream().sorted().toList()) {
      say(found, warning == Warning.TEMPERATURE ? Level.WATCH : Level.REPLACE, warning.words());
    }
    if (page.mediaErrors() > 0) {
      say(found, Level.REPLACE, page.mediaErrors() + " media errors");
    }
    if (page.spareThreshold() > 0 && page.spare() <= page.spareThreshold() + SPARE_NEAR) {
      say(
          found,
          page.spare() < page.spareThreshold() ? Level.REPLACE : Level.WATCH,
          "spare %d %%, its limit is %d %%".formatted(page.spare(), page.spareThreshold()));
    }
    if (page.celsius().isPresent() && page.celsius().getAsInt() > HOT) {
      say(found, Level.WATCH, page.celsius().getAsInt() + " °C");
    }
    worn(page.used(), "", found);
  }

  private static void say(Map<Level, List<String>> found, Level level, String number) {
    found.computeIfAbsent(level, none -> new ArrayList<>()).add(number);
  }

  private static Map<Integer, String> losing() {
    Map<Integer, String> losing = new LinkedHashMap<>();
    losing.put(197, "sectors pending");
    losing.put(198, "sectors uncorrectable");
    losing.put(187, "errors reported uncorrectable");
    return losing;
  }
}
