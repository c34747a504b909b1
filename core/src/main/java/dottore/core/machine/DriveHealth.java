package dottore.core.machine;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Stream;

/** What a drive says of its own health, in one of the two ways that drives have. */
public sealed interface DriveHealth {

  /** Hours that it ran, if it says so and they can be true. */
  Optional<Long> hours();

  /**
   * How worn a drive of solid state is.
   *
   * @param used percent of its rated life, 0 to 255
   * @param source where it stands
   */
  record Wear(int used, String source) {}

  /**
   * Of a drive with attributes.
   *
   * @param attributes in the order of the page
   * @param statistics what its log of statistics says beside them
   */
  record Attributes(List<Attribute> attributes, Statistics statistics) implements DriveHealth {
    private static final int HOURS = 9;
    private static final int SPIN_RETRIES = 10;
    private static final int TEMPERATURE = 194;
    private static final int AIRFLOW = 190;
    private static final int LOW_BYTE = 0xFF;
    private static final int WHOLE = 100;

    /** Thirty years; some drives keep minutes or seconds beside the hours. */
    private static final long MOST_HOURS = 262_980;

    /** Where makers keep the life that is left, counting down from 100; the first one counts. */
    private static final List<Integer> LIFE_LEFT = List.of(231, 202, 233, 177);

    public Attributes {
      attributes = List.copyOf(attributes);
    }

    /** Without a log of statistics. */
    public Attributes(List<Attribute> attributes) {
      this(attributes, Statistics.NONE);
    }

    public Optional<Attribute> attribute(int id) {
      return attributes.stream().filter(attribute -> attribute.id() == id).findFirst();
    }

    /** The count that an attribute keeps, 0 where the drive has no such one. */
    public long count(int id) {
      return attribute(id).map(Attribute::count).orElse(0L);
    }

    /** The log of statistics is more trustworthy than the attribute. */
    @Override
    public Optional<Long> hours() {
      return statistics.hours().isPresent()
          ? Optional.of(statistics.hours().getAsLong())
          : said(HOURS).filter(hours -> hours <= MOST_HOURS);
    }

    /** What it calls its hours, where that cannot be true. */
    public Optional<Long> oddHours() {
      return hours().isPresent() ? Optional.empty() : said(HOURS);
    }

    private Optional<Long> said(int id) {
      return attribute(id).map(Attribute::count);
    }

    /** Only what turns counts how often it had to try. */
    public boolean spins() {
      return attribute(SPIN_RETRIES).isPresent();
    }

    /** Of solid state; the log of statistics is more trustworthy than the attributes. */
    public Optional<Wear> wear() {
      if (statistics.used().isPresent()) {
        return Optional.of(new Wear(statistics.used().getAsInt(), "its statistics"));
      }
      return spins()
          ? Optional.empty()
          : LIFE_LEFT.stream()
              .flatMap(id -> attribute(id).stream())
              .filter(left -> left.current() <= WHOLE)
              .map(left -> new Wear(WHOLE - left.current(), "attribute " + left.id()))
              .findFirst();
    }

    /** As it was when the page was read; empty if it does not say, or nothing that can be. */
    public OptionalInt celsius() {
      return Stream.of(TEMPERATURE, AIRFLOW)
          .flatMap(id -> attribute(id).stream())
          .mapToInt(attribute -> (int) (attribute.raw() & LOW_BYTE))
          .filter(warm -> warm > 0)
          .findFirst();
    }
  }

  /**
   * What a drive's log of statistics says (ATA command set, general purpose log 04h).
   *
   * @param hours that it ran
   * @param used percent of the rated life of solid state, 255 at most
   */
  record Statistics(OptionalLong hours, OptionalInt used) {
    public static final Statistics NONE = new Statistics(OptionalLong.empty(), OptionalInt.empty());
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
