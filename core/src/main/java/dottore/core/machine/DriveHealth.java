package dottore.core.machine;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/** What a drive says of its own health, in one of the two ways that drives have. */
public sealed interface DriveHealth {

  /** Hours that it ran, if it says so and they can be true. */
  Optional<Long> hours();

  /**
   * Of a drive with attributes.
   *
   * @param attributes in the order of the page
   */
  record Attributes(List<Attribute> attributes) implements DriveHealth {
    private static final int HOURS = 9;

    /** Thirty years; some drives keep minutes or seconds beside the hours. */
    private static final long MOST_HOURS = 262_980;

    public Attributes {
      attributes = List.copyOf(attributes);
    }

    public Optional<Attribute> attribute(int id) {
      return attributes.stream().filter(attribute -> attribute.id() == id).findFirst();
    }

    /** The count that an attribute keeps, 0 where the drive has no such one. */
    public long count(int id) {
      return attribute(id).map(Attribute::count).orElse(0L);
    }

    @Override
    public Optional<Long> hours() {
      return attribute(HOURS).map(Attribute::count).filter(hours -> hours <= MOST_HOURS);
    }
  }

  /**
   * One attribute.
   *
   * @param id 1 to 255
   * @param current counts down, 1 to 253
   * @param raw six bytes, the maker's own
   * @param threshold at which the current value means failing; empty if the page was not read, 0
   *     for never
   */
  record Attribute(
      int id, boolean preFailure, int current, int worst, long raw, OptionalInt threshold) {
    private static final long LOW_HALF = 0xFFFF_FFFFL;

    /** The count in the raw value; the bytes above are the maker's own. */
    public long count() {
      return raw & LOW_HALF;
    }

    public boolean failingNow() {
      return threshold.isPresent() && threshold.getAsInt() > 0 && current <= threshold.getAsInt();
    }
  }

  /** What the health page of a drive warns of, in the order of its bits. */
  enum Warning {
    SPARE_LOW("the spare is used up"),
    TEMPERATURE("too hot or too cold"),
    RELIABILITY("reliability is degraded"),
    READ_ONLY("it only reads"),
    BACKUP("its power backup failed");

    private final String words;

    Warning(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Those whose bits are set. */
    public static Set<Warning> of(int bits) {
      EnumSet<Warning> set = EnumSet.noneOf(Warning.class);
      for (Warning warning : values()) {
        if ((bits >> warning.ordinal() & 1) == 1) {
          set.add(warning);
        }
      }
      return set;
    }
  }

  /**
   * Of a drive with a health page.
   *
   * @param celsius empty if it does not say
   * @param spare percent, 0 to 100
   * @param spareThreshold percent
   * @param used percent of its rated life, may pass 100, 255 at most
   * @param hoursOn as the other counts, held at the end of a long where it has more
   */
  record Page(
      Set<Warning> warnings,
      OptionalInt celsius,
      int spare,
      int spareThreshold,
      int used,
      long hoursOn,
      long unsafeShutdowns,
      long mediaErrors,
      long errorEntries)
      implements DriveHealth {
    public Page {
      warnings = Set.copyOf(warnings);
    }

    @Override
    public Optional<Long> hours() {
      return Optional.of(hoursOn);
    }
  }
}
