package dottore.core.driver;

import dottore.core.format.EventList;
import dottore.core.format.EventList.Happened;
import dottore.core.format.EventList.Level;
import dottore.core.machine.DeviceKind;
import dottore.core.words.Code;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.commons.statistics.distribution.PoissonDistribution;

/**
 * What an event list says of a machine that falls over: when, with which code and module, and what
 * stands there in the minutes before more often than by chance.
 *
 * @param falls in the order of time
 * @param before sources that wrote warnings or errors shortly before, the least likely by chance
 *     first
 * @param quiet falls before which nobody wrote anything
 * @param events how many were read
 * @param hours from the first to the last
 */
public record Crashes(List<Fall> falls, List<Before> before, int quiet, int events, double hours) {

  /**
   * The machine stopped or started unexpectedly.
   *
   * @param code as it is usually written; empty if there was none
   * @param module that was named; empty if none was
   */
  public record Fall(Instant at, String code, String module) {}

  /**
   * Who wrote shortly before.
   *
   * @param falls before how many
   * @param times how often in those minutes
   * @param chance how likely so many are there by chance, 0 to 1
   */
  public record Before(String source, Sort sort, int falls, int times, double chance) {}

  /** What an event speaks of. */
  public enum Sort {
    GRAPHICS("graphics"),
    NETWORK("network"),
    DRIVER("device"),
    DRIVE("drive"),
    HARDWARE("hardware"),
    PROGRAM("program"),
    PROGRAMS("programs"),
    OTHER("");

    private final String outcome;

    Sort(String outcome) {
      this.outcome = outcome;
    }

    /** Whether a driver or its device is at fault. */
    boolean driver() {
      return this == GRAPHICS || this == NETWORK || this == DRIVER;
    }

    private boolean program() {
      return this == PROGRAM || this == PROGRAMS;
    }
  }

  /** Whether the stops have one code. */
  public enum Codes {
    SAME("the same code every time"),
    VARY("different codes"),
    FEW("none, or only one so far");

    private final String words;

    Codes(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** Minutes before a fall that are looked at: guide. */
  static final Duration SHORTLY = Duration.ofMinutes(5);

  /** A stop is written when the machine is up again; both lines are one fall. */
  private static final Duration ONE_FALL = Duration.ofMinutes(15);

  private static final int MOST_FALLS = 60;
  private static final int MOST_SOURCES = 12;

  /** So many of the codes must be one for them to count as the same. */
  private static final double SAME_SHARE = 0.75;

  private static final double BY_CHANCE = 0.01;
  private static final double SECONDS_OF_HOUR = 3600;

  private static final Pattern MODULE =
      Pattern.compile("(?i)\\b([a-z0-9][\\w-]{1,39}\\.(?:sys|drv|ko|dll|exe))\\b");
  private static final Pattern STOPPED =
      Pattern.compile(
          "(?i)\\b(?:stop(?:ped)?|halted|angehalten|stoppede)\\b.*\\b(0x[0-9a-f]{1,8})\\b");
  private static final Pattern UNEXPECTED =
      Pattern.compile("(?i)unexpected|not clean|unclean|lost power|uventet|unerwartet");
  private static final Pattern STARTED =
      Pattern.compile("(?i)shut|restart|reboot|start|power|off\\b|ned|neustart|heruntergefahren");

  private static final Pattern GRAPHICS = Pattern.compile("(?i)graphic|display|video");
  private static final Pattern NETWORK =
      Pattern.compile("(?i)network|wireless|wi-?fi|ethernet|link (?:is |was )?(?:down|lost|reset)");

  private static final Map<Sort, Pattern> SORTS = sorts();

  public Crashes {
    falls = List.copyOf(falls);
    before = List.copyOf(before);
  }

  private static Map<Sort, Pattern> sorts() {
    Map<Sort, Pattern> sorts = new LinkedHashMap<>();
    sorts.put(
        Sort.HARDWARE,
        Pattern.compile("(?i)hardware|machine check|parity|corrected error|thermal|overheat"));
    sorts.put(
        Sort.DRIVE,
        Pattern.compile("(?i)\\bdis[ck]\\b|sector|\\bi/o\\b|drive controller|storage|bad block"));
    sorts.put(
        Sort.DRIVER,
        Pattern.compile(
            "(?i)driver|device|adapter|\\breset\\b|link (?:is )?(?:down|lost)|timed out"));
    sorts.put(
        Sort.PROGRAM,
        Pattern.compile("(?i)program|application|not responding|hung|crashed|faulting"));
    return sorts;
  }

  /** Reads falls out of events that are in the order of time. */
  public static Crashes of(List<Happened> events) {
    List<Fall> falls = falls(events);
    Duration span = Duration.between(events.get(0).at(), events.get(events.size() - 1).at());
    Map<String, List<Happened>> bySource =
        events.stream()
            .filter(e -> e.level() != Level.OTHER && !fall(e))
            .collect(Collectors.groupingBy(Crashes::source, TreeMap::new, Collectors.toList()));
    double share =
        span.isZero()
            ? 1
            : Math.min(1, falls.size() * (double) SHORTLY.toSeconds() / span.toSeconds());
    List<Before> before = new ArrayList<>();
    bySource.forEach((source, all) -> before(source, all, falls, share).ifPresent(before::add));
    before.sort(Comparator.comparingDouble(Before::chance).thenComparing(Before::source));
    int quiet =
        (int)
            falls.stream()
                .filter(
                    fall ->
                        bySource.values().stream()
                            .flatMap(List::stream)
                            .noneMatch(event -> shortly(event, fall)))
                .count();
    return new Crashes(
        falls.subList(Math.max(0, falls.size() - MOST_FALLS), falls.size()),
        before.subList(0, Math.min(MOST_SOURCES, before.size())),
        quiet,
        events.size(),
        span.toSeconds() / SECONDS_OF_HOUR);
  }

  private static String source(Happened event) {
    return event.source().isEmpty() ? "unnamed" : event.source();
  }

  private static boolean fall(Happened event) {
    return stopped(event).isPresent()
        || UNEXPECTED.matcher(event.text()).find() && STARTED.matcher(event.text()).find();
  }

  private static Optional<String> stopped(Happened event) {
    Matcher stop = STOPPED.matcher(event.text());
    return stop.find() ? Code.stop(stop.group(1)).map(Code::number) : Optional.empty();
  }

  private static List<Fall> falls(List<Happened> events) {
    List<Fall> falls = new ArrayList<>();
    for (Happened event : events) {
      if (!fall(event)) {
        continue;
      }
      Matcher named = MODULE.matcher(event.text());
      Fall fall =
          new Fall(
              event.at(),
              stopped(event).orElse(""),
              named.find() ? named.group(1).toLowerCase(Locale.ROOT) : "");
      Fall last = falls.isEmpty() ? null : falls.get(falls.size() - 1);
      if (last != null
          && Duration.between(last.at(), fall.at()).compareTo(ONE_FALL) <= 0
          && (last.code().isEmpty() || fall.code().isEmpty())) {
        falls.set(falls.size() - 1, joined(last, fall));
      } else {
        falls.add(fall);
      }
    }
    return falls;
  }

  private static Fall joined(Fall first, Fall then) {
    return new Fall(
        first.at(),
        first.code().isEmpty() ? then.code() : first.code(),
        first.module().isEmpty() ? then.module() : first.module());
  }

  private static boolean shortly(Happened event, Fall fall) {
    return !event.at().isAfter(fall.at()) && !event.at().isBefore(fall.at().minus(SHORTLY));
  }

  private static Optional<Before> before(
      String source, List<Happened> all, List<Fall> falls, double share) {
    List<Happened> near =
        all.stream().filter(e -> falls.stream().anyMatch(f -> shortly(e, f))).toList();
    int times = near.size();
    if (times == 0) {
      return Optional.empty();
    }
    int before =
        (int) falls.stream().filter(f -> all.stream().anyMatch(e -> shortly(e, f))).count();
    double expected = all.size() * share;
    double chance = PoissonDistribution.of(expected).survivalProbability(times - 1);
    return Optional.of(new Before(source, sort(near), before, times, chance));
  }

  private static Sort sort(List<Happened> near) {
    Sort sort =
        SORTS.entrySet().stream()
            .filter(each -> speaks(near, each.getValue()))
            .map(Map.Entry::getKey)
            .findFirst()
            .orElse(Sort.OTHER);
    return switch (sort) {
      case DRIVER ->
          speaks(near, GRAPHICS) ? Sort.GRAPHICS : speaks(near, NETWORK) ? Sort.NETWORK : sort;
      case PROGRAM -> programs(near) > 1 ? Sort.PROGRAMS : sort;
      default -> sort;
    };
  }

  private static boolean speaks(List<Happened> near, Pattern of) {
    return near.stream().anyMatch(e -> of.matcher(e.source() + " " + e.text()).find());
  }

  /** How many different programs are named: the first module of a line is what fell over. */
  private static long programs(List<Happened> near) {
    return near.stream()
        .map(e -> MODULE.matcher(e.text()))
        .filter(Matcher::find)
        .map(named -> named.group(1).toLowerCase(Locale.ROOT))
        .distinct()
        .count();
  }

  /** The same on other days. */
  public Crashes later(Duration by) {
    return new Crashes(
        falls.stream().map(f -> new Fall(f.at().plus(by), f.code(), f.module())).toList(),
        before,
        quiet,
        events,
        hours);
  }

  // --- what follows ------------------------------------------------------------------------------

  boolean sound() {
    return falls.size() <= MOST_FALLS && before.size() <= MOST_SOURCES && events <= EventList.MOST;
  }

  public String words() {
    return events
        + " events read, "
        + falls.size()
        + (falls.size() == 1 ? " fall" : " falls")
        + ", "
        + codes().words();
  }

  /** How often each code stood there, the most frequent first. */
  public Map<String, Long> counted() {
    return counted(falls.stream().map(Fall::code).toList());
  }

  /** How often each module was named, the most frequent first. */
  public Map<String, Long> modules() {
    return counted(falls.stream().map(Fall::module).toList());
  }

  private static Map<String, Long> counted(List<String> names) {
    Map<String, Long> times =
        names.stream()
            .filter(name -> !name.isEmpty())
            .collect(Collectors.groupingBy(n -> n, TreeMap::new, Collectors.counting()));
    return times.entrySet().stream()
        .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
        .collect(
            Collectors.toMap(
                Map.Entry::getKey, Map.Entry::getValue, (a, b) -> a, LinkedHashMap::new));
  }

  public Codes codes() {
    Map<String, Long> counted = counted();
    long all = counted.values().stream().mapToLong(n -> n).sum();
    if (all < 2) {
      return Codes.FEW;
    }
    long most = counted.values().iterator().next();
    return most >= all * SAME_SHARE ? Codes.SAME : Codes.VARY;
  }

  /** Sources that stand before falls more often than by chance. */
  public List<Before> telling() {
    return before.stream().filter(b -> b.chance() < BY_CHANCE).toList();
  }

  /**
   * What the list says just before a fall, as the check on it asks; empty without a fall.
   *
   * @param named what the sources drive, as far as it is known, by source
   */
  Optional<String> justBefore(Map<String, DeviceKind> named) {
    if (falls.isEmpty()) {
      return Optional.empty();
    }
    Optional<Before> told = telling().stream().filter(b -> b.sort() != Sort.OTHER).findFirst();
    return told.map(before -> outcome(before, named))
        .or(() -> Optional.of(quiet * 2 > falls.size() ? "nothing" : "quiet"));
  }

  private String outcome(Before before, Map<String, DeviceKind> named) {
    if (before.sort().program()) {
      long sources = telling().stream().filter(b -> b.sort().program()).count();
      return (sources > 1 ? Sort.PROGRAMS : before.sort()).outcome;
    }
    DeviceKind kind = named.get(before.source().toLowerCase(Locale.ROOT));
    if (!before.sort().driver() || kind == null) {
      return before.sort().outcome;
    }
    return switch (kind) {
      case NETWORK, WIRELESS -> Sort.NETWORK.outcome;
      case GRAPHICS -> Sort.GRAPHICS.outcome;
      default -> Sort.DRIVER.outcome;
    };
  }

  /** Mean hours from one fall to the next; empty of fewer than two. */
  public Optional<Double> everyHours() {
    if (falls.size() < 2) {
      return Optional.empty();
    }
    Duration span = Duration.between(falls.get(0).at(), falls.get(falls.size() - 1).at());
    return Optional.of(span.toSeconds() / SECONDS_OF_HOUR / (falls.size() - 1));
  }
}
