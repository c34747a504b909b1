package dottore.app.desk;

import dottore.core.drive.Conversion;
import dottore.core.drive.ConvertedLayout;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Role;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Drive;
import dottore.core.machine.Scheme;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * The drives of a machine as rulers, each to its own scale in the units of a view box 876 wide:
 * what is there hangs below, what is planned stands above, and both ends lie under a lens where
 * their room decides.
 */
public record DiskMap(int height, List<Ruler> rulers) {
  static final int LEFT = 96;
  static final int WIDTH = 684;
  private static final int FIRST = 22;
  private static final int PLAIN = 104;
  private static final int PLANNED = 148;
  private static final int SPARE_LINE = 16;

  /** Words of this many units need room beside each other. */
  private static final double LETTER = 7.1;

  private static final double GIB = 1L << 30;
  private static final int TICKS = 46;

  /** A mark of the ruler; every fifth is long, every tenth has its number. */
  public record Tick(double x, boolean tall, String label) {}

  /**
   * A stretch of the drive under a bracket.
   *
   * @param from and to: where it lies
   * @param words and size: what stands at it, around {@code text}
   * @param level the line on which its words stand, 0 next to the ruler
   * @param anchor start, middle or end, so that the words stay in the picture
   */
  public record Span(
      double from,
      double to,
      double text,
      int level,
      String anchor,
      String words,
      String size,
      boolean free) {
    /** The middle, where its line begins. */
    public double middle() {
      return (from + to) / 2;
    }
  }

  /** The room at an end, enlarged. */
  public record Lens(double x, String sectors, String words, String needed, boolean enough) {}

  /**
   * A drive.
   *
   * @param top of its words
   * @param line of the ruler itself
   * @param filled how far it is filled by what it holds; the ruler's left edge if nobody knows
   * @param now what is there
   * @param planned what is planned; empty if nothing is
   */
  public record Ruler(
      int top,
      int line,
      String role,
      String last,
      String size,
      boolean aside,
      boolean keep,
      List<Tick> ticks,
      List<Span> now,
      List<Span> planned,
      List<Lens> lenses,
      String spoken) {}

  private record Stretch(String words, double from, double to, boolean free) {}

  public DiskMap {
    rulers = List.copyOf(rulers);
  }

  /**
   * Lays out what is there.
   *
   * @param target the system disk, with what it will be if its scheme is old
   */
  public static DiskMap of(List<Drive> drives, Optional<Drive> target) {
    return of(drives, target, target.flatMap(DiskMap::converted).map(l -> new Plan(l, true)));
  }

  /**
   * What a drive will be.
   *
   * @param keeps whether what is there stays, so that only what is new is told apart
   */
  public record Plan(DiskLayout layout, boolean keeps) {}

  /**
   * Lays them out.
   *
   * @param plan for the target; empty if nothing is planned
   */
  public static DiskMap of(List<Drive> drives, Optional<Drive> target, Optional<Plan> plan) {
    List<Ruler> rulers = new ArrayList<>();
    int top = FIRST;
    for (Drive drive : drives) {
      boolean system = target.filter(t -> t.number() == drive.number()).isPresent();
      Optional<Plan> then = system ? plan : Optional.empty();
      Ruler ruler = ruler(drive, system, target.isPresent(), then, top);
      rulers.add(ruler);
      int levels = ruler.now().stream().mapToInt(Span::level).max().orElse(0);
      top += (then.isPresent() ? PLANNED : PLAIN) + levels * SPARE_LINE;
    }
    return new DiskMap(top, rulers);
  }

  private static Optional<DiskLayout> converted(Drive drive) {
    return drive
        .layout()
        .filter(l -> l.scheme() == Scheme.MBR && l.whole() && !l.holding().isEmpty())
        .map(ConvertedLayout::of);
  }

  private static Ruler ruler(
      Drive drive, boolean system, boolean named, Optional<Plan> then, int top) {
    String role = system ? "System drive" : named ? "Other drive" : "Drive " + (drive.number() + 1);
    double total = drive.size().map(size -> size.bytes() / GIB).orElse(0.0);
    int line = top + (then.isPresent() ? 62 : 22);
    List<Span> now =
        spans(drive.layout().map(l -> stretches(l, drive.holds(), total)).orElse(List.of()), total);
    if (now.isEmpty()) {
      String held = drive.holds().isEmpty() ? "not read" : drive.holds();
      now = spans(List.of(new Stretch(held, 0, Math.max(total, 1), false)), Math.max(total, 1));
    }
    List<Span> planned =
        then.map(
                p -> {
                  List<Stretch> all = stretches(p.layout(), "", total);
                  return spans(p.keeps() ? merged(all, drive) : all, total);
                })
            .orElse(List.of());
    String size =
        drive.size().map(DiskMap::both).orElse("size not known")
            + ", disk number here "
            + drive.number();
    return new Ruler(
        top,
        line,
        role,
        drive.lastFour().map(last -> "…" + last).orElse(""),
        size,
        !drive.connected(),
        named && !system,
        ticks(total),
        now,
        planned,
        system && then.filter(p -> !p.keeps()).isEmpty() ? lenses(drive.layout()) : List.of(),
        spoken(role, drive, now));
  }

  private static String spoken(String role, Drive drive, List<Span> now) {
    StringBuilder words = new StringBuilder(role + ", " + drive.described() + ": ");
    now.forEach(span -> words.append(span.words()).append(' ').append(span.size()).append(", "));
    return words.substring(0, words.length() - 2);
  }

  private static String both(Capacity size) {
    return String.format(
        Locale.ROOT,
        "%.0f GB on the label, %.1f GiB on the screen",
        size.bytes() / 1e9,
        size.gibibytes());
  }

  private static double at(double gib, double total) {
    return LEFT + WIDTH * (total == 0 ? 0 : Math.min(1, gib / total));
  }

  /** About fifty marks, at 1, 2 or 5 times a power of ten. */
  private static List<Tick> ticks(double total) {
    List<Tick> ticks = new ArrayList<>();
    if (total <= 0) {
      return ticks;
    }
    double step = Math.pow(10, Math.floor(Math.log10(total / TICKS)));
    while (total / step > TICKS) {
      step *= total / (step * 2) <= TICKS ? 2 : total / (step * 5) <= TICKS ? 5 : 10;
    }
    for (int i = 0; i * step <= total; i++) {
      boolean numbered = i > 0 && i % 10 == 0;
      ticks.add(new Tick(at(i * step, total), i % 5 == 0, numbered ? number(i * step) : ""));
    }
    return ticks;
  }

  private static String number(double value) {
    return value == Math.rint(value)
        ? String.format(Locale.ROOT, "%,.0f", value)
        : String.format(Locale.ROOT, "%.1f", value);
  }

  /** Partitions and what is free between them, in order; gaps under 1 GiB are margins. */
  private static List<Stretch> stretches(DiskLayout layout, String holds, double total) {
    List<Stretch> stretches = new ArrayList<>();
    Optional<Part> largest =
        layout.holding().stream()
            .filter(part -> part.use() == Use.DATA)
            .max(Comparator.comparingLong(Part::sectors));
    double sector = layout.sectorSize() / GIB;
    double at = 0;
    for (Part part : layout.holding()) {
      free(stretches, at, part.start() * sector);
      boolean named = largest.filter(part::equals).isPresent() && !holds.isEmpty();
      double end = (part.start() + part.sectors()) * sector;
      stretches.add(new Stretch(named ? holds : name(part), part.start() * sector, end, false));
      at = end;
    }
    free(stretches, at, total);
    return stretches;
  }

  private static void free(List<Stretch> stretches, double from, double to) {
    if (to - from > 1) {
      stretches.add(new Stretch("free", from, to, true));
    }
  }

  private static String name(Part part) {
    if (part.active() && part.role() == Role.PRIMARY) {
      return "boot";
    }
    return part.name().isBlank() ? part.use().words() : part.name();
  }

  /** What is planned in fewer brackets: all that stays as it is, and what is new. */
  private static List<Stretch> merged(List<Stretch> then, Drive drive) {
    List<Stretch> planned = new ArrayList<>();
    boolean fresh = true;
    for (Stretch stretch : then) {
      boolean start = stretch.words().equals(Use.START.words());
      Stretch last = planned.isEmpty() ? null : planned.get(planned.size() - 1);
      if (start) {
        planned.add(new Stretch("new start partition", stretch.from(), stretch.to(), false));
        fresh = true;
      } else if (!stretch.free()) {
        if (last != null && !fresh) {
          planned.set(planned.size() - 1, new Stretch("stays", last.from(), stretch.to(), false));
        } else {
          planned.add(new Stretch("stays", stretch.from(), stretch.to(), false));
        }
        fresh = false;
      }
    }
    return drive.layout().isPresent() ? planned : List.of();
  }

  /** Brackets with their words, each on the first line where they touch no others. */
  private static List<Span> spans(List<Stretch> stretches, double total) {
    List<Span> spans = new ArrayList<>();
    List<double[]> taken = new ArrayList<>(); // level, from, to
    for (Stretch stretch : stretches) {
      double from = at(stretch.from(), total) + 1.5;
      double to = Math.max(from + 2, at(stretch.to(), total) - 1.5);
      String size = size(stretch.to() - stretch.from());
      String words = brief(stretch.words());
      double wide = (words.length() + size.length() + 1) * LETTER;
      double text = (from + to) / 2;
      String anchor = "middle";
      if (text - wide / 2 < LEFT - 20) {
        anchor = "start";
        text = Math.max(LEFT, from);
      } else if (text + wide / 2 > LEFT + WIDTH + 20) {
        anchor = "end";
        text = LEFT + WIDTH + 16;
      }
      double left =
          anchor.equals("start") ? text : anchor.equals("end") ? text - wide : text - wide / 2;
      int level = level(taken, left, left + wide);
      spans.add(new Span(from, to, text, level, anchor, words, size, stretch.free()));
    }
    return spans;
  }

  private static int level(List<double[]> taken, double left, double right) {
    int level = 0;
    while (true) {
      int tried = level;
      if (taken.stream().noneMatch(t -> t[0] == tried && left < t[2] + 6 && right > t[1] - 6)) {
        taken.add(new double[] {level, left, right});
        return level;
      }
      level++;
    }
  }

  private static String brief(String words) {
    return words.length() <= 34 ? words : words.substring(0, 33) + "…";
  }

  private static String size(double gib) {
    return gib < 1
        ? String.format(Locale.ROOT, "%.0f MiB", gib * 1024)
        : String.format(Locale.ROOT, "%.1f GiB", gib);
  }

  /** Both ends of a disk of the old scheme, where the tables of the new one need room. */
  private static List<Lens> lenses(Optional<DiskLayout> layout) {
    List<Lens> lenses = new ArrayList<>();
    layout
        .filter(l -> l.scheme() == Scheme.MBR)
        .ifPresent(
            l -> {
              lens(52, "free in front", l.front(), Conversion.needed(Conversion.FRONT, l))
                  .ifPresent(lenses::add);
              lens(844, "free behind", l.behind(), Conversion.needed(Conversion.BEHIND, l))
                  .ifPresent(lenses::add);
            });
    return lenses;
  }

  private static Optional<Lens> lens(double x, String words, OptionalLong room, long needed) {
    if (room.isEmpty()) {
      return Optional.empty();
    }
    long sectors = room.getAsLong();
    String shown =
        sectors > 99_999
            ? String.format(Locale.ROOT, "%,dk", sectors / 1000)
            : String.format(Locale.ROOT, "%,d", sectors);
    return Optional.of(new Lens(x, shown, words, String.valueOf(needed), sectors >= needed));
  }
}
