package dottore.core.drive;

import dottore.core.machine.Drive;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The list of disks that an installer, a converter or a rescue system shows, as somebody typed or
 * pasted it, held against the drives that should be there. Such lists name disks by numbers of
 * their own and count sizes in one of two ways without saying which.
 *
 * @param shown in the order of the list
 */
public record ShownList(List<Shown> shown) {
  /** More lines than this are no list of disks. */
  private static final int MOST_LINES = 80;

  private static final int LONGEST_LINE = 160;
  private static final int KIBI = 1024;
  private static final int KILO = 1000;

  /** A shorter serial could be any number. */
  private static final int TELLING = 6;

  private static final double NEAR = 0.03;

  private static final Pattern SIZE =
      Pattern.compile("(\\d{1,7}(?:[.,]\\d{1,3})?)\\s*([KMGTkmgt])(i?[Bb])?(?![A-Za-z0-9])");
  private static final Pattern NUMBERED =
      Pattern.compile("(?i)\\b(disk|drive)\\s*#?\\s*(\\d{1,2})\\b");
  private static final Pattern NAMED =
      Pattern.compile("\\b((?:sd|hd|vd)[a-z]|nvme\\d+n\\d+|mmcblk\\d+)(p?\\d+)?\\b");
  private static final Pattern PART =
      Pattern.compile("(?i)partition|volume|unallocated|free space");
  private static final String UNITS = "KMGT";

  /**
   * A disk of the list.
   *
   * @param name as the list calls it
   * @param least its size if the list counts in powers of ten
   * @param most its size if it counts in powers of two
   * @param words all of its lines
   */
  public record Shown(String name, Capacity least, Capacity most, String words) {
    /** Whether a drive of this size could stand in this line. */
    boolean couldBe(Drive drive) {
      return drive.size().map(size -> near(size, least) || near(size, most)).orElse(true);
    }

    private static boolean near(Capacity size, Capacity other) {
      long larger = Math.max(size.bytes(), other.bytes());
      return Math.abs(size.bytes() - other.bytes()) <= NEAR * larger;
    }

    /**
     * Whether the whole serial of a drive, or its last four by themselves, stand in its lines. Four
     * digits alone could be a size.
     */
    boolean names(Drive drive) {
      String plain = plain(drive.serial());
      String all = plain(words);
      return drive.lastFour().isPresent()
          && (plain.length() >= TELLING && all.contains(plain)
              || !drive.lastFour().get().matches("\\d+")
                  && words
                      .toUpperCase(Locale.ROOT)
                      .matches("(?s).*(?<![A-Z0-9])" + drive.lastFour().get() + "(?![A-Z0-9]).*"));
    }

    private static String plain(String text) {
      return text.replaceAll("[^\\p{L}\\p{N}]", "").toUpperCase(Locale.ROOT);
    }
  }

  public ShownList {
    shown = List.copyOf(shown);
  }

  /**
   * Reads it; lines without a size tell nothing and are left out.
   *
   * @throws IllegalArgumentException if no line names a disk with a size, or it is far too long
   */
  public static ShownList read(String text) {
    List<String> lines = text.lines().filter(line -> !line.isBlank()).toList();
    if (lines.size() > MOST_LINES) {
      throw new IllegalArgumentException("more than " + MOST_LINES + " lines are no list of disks");
    }
    Map<String, Disk> disks = new LinkedHashMap<>();
    String last = "";
    for (String line : lines) {
      if (line.length() > LONGEST_LINE) {
        throw new IllegalArgumentException("a line is longer than " + LONGEST_LINE + " characters");
      }
      Optional<String> name = name(line);
      last = name.orElse(last.isEmpty() ? "Line " + (disks.size() + 1) : last);
      if (name.isEmpty() && PART.matcher(line).find() == disks.isEmpty()) {
        last = "Line " + (disks.size() + 1);
      }
      Disk disk = disks.computeIfAbsent(last, Disk::new);
      disk.take(line);
    }
    List<Shown> shown = disks.values().stream().filter(Disk::sized).map(Disk::shown).toList();
    if (shown.isEmpty()) {
      throw new IllegalArgumentException(
          "no line names a disk with a size, such as \"Disk 0 465.8 GB\"");
    }
    return new ShownList(shown);
  }

  private static Optional<String> name(String line) {
    Matcher numbered = NUMBERED.matcher(line);
    if (numbered.find()) {
      String word = numbered.group(1).toLowerCase(Locale.ROOT).equals("disk") ? "Disk " : "Drive ";
      return Optional.of(word + Integer.parseInt(numbered.group(2)));
    }
    Matcher named = NAMED.matcher(line);
    return named.find() ? Optional.of(named.group(1)) : Optional.empty();
  }

  /** Gathers the lines of one disk. */
  private static final class Disk {
    private final String name;
    private final StringBuilder words = new StringBuilder();
    private Optional<double[]> whole = Optional.empty();
    private double partsLeast;
    private double partsMost;

    Disk(String name) {
      this.name = name;
    }

    void take(String line) {
      words.append(words.isEmpty() ? "" : "\n").append(line.strip());
      Matcher size = SIZE.matcher(line);
      if (!size.find()) {
        return;
      }
      double number = Double.parseDouble(size.group(1).replace(',', '.'));
      int power = UNITS.indexOf(size.group(2).toUpperCase(Locale.ROOT)) + 1;
      boolean binary = size.group(3) != null && size.group(3).startsWith("i");
      double most = number * Math.pow(KIBI, power);
      double least = binary ? most : number * Math.pow(KILO, power);
      Matcher named = NAMED.matcher(line);
      boolean part = PART.matcher(line).find() || named.find() && named.group(2) != null;
      if (part) {
        partsLeast += least;
        partsMost += most;
      } else if (whole.isEmpty()) {
        whole = Optional.of(new double[] {least, most});
      }
    }

    boolean sized() {
      return whole.isPresent() || partsMost > 0;
    }

    Shown shown() {
      double[] size = whole.orElse(new double[] {partsLeast, partsMost});
      return new Shown(
          name,
          new Capacity(Math.round(size[0])),
          new Capacity(Math.round(size[1])),
          words.toString());
    }
  }

  /** Whether the values can be. */
  boolean sound() {
    return !shown.isEmpty() && shown.stream().allMatch(s -> s.name() != null && s.least() != null);
  }

  /** In a line of the log. */
  public String words() {
    return shown.size() + (shown.size() == 1 ? " disk" : " disks") + " in the list";
  }

  /** How a line of the list was told. */
  public enum How {
    /** By its serial. */
    SERIAL(true),
    /** By a size that no other has, here or there. */
    SIZE(true),
    /** Several could be it. */
    ALIKE(false),
    /** None of those that should be there. */
    STRANGE(false);

    private final boolean sure;

    How(boolean sure) {
      this.sure = sure;
    }

    public boolean sure() {
      return sure;
    }
  }

  /**
   * A line of the list with what it is.
   *
   * @param drive that it is; empty unless that is sure
   * @param could all that it could be
   */
  public record Told(Shown shown, How how, Optional<Drive> drive, List<Drive> could) {
    public Told {
      could = List.copyOf(could);
    }
  }

  /** Tells every line. */
  public List<Told> tell(List<Drive> drives) {
    List<Drive> there = drives.stream().filter(Drive::connected).toList();
    List<Told> told = new ArrayList<>();
    for (Shown line : shown) {
      List<Drive> named = there.stream().filter(line::names).toList();
      if (named.size() == 1) {
        told.add(new Told(line, How.SERIAL, Optional.of(named.get(0)), named));
        continue;
      }
      List<Drive> could =
          there.stream().filter(line::couldBe).filter(d -> !namedElsewhere(d, line)).toList();
      boolean alone =
          could.size() == 1
              && could.get(0).size().isPresent()
              && shown.stream()
                  .filter(other -> other != line && there.stream().noneMatch(other::names))
                  .noneMatch(other -> other.couldBe(could.get(0)));
      How how = could.isEmpty() ? How.STRANGE : alone ? How.SIZE : How.ALIKE;
      told.add(new Told(line, how, alone ? Optional.of(could.get(0)) : Optional.empty(), could));
    }
    return told;
  }

  /** Whether another line of the list holds the serial of a drive. */
  private boolean namedElsewhere(Drive drive, Shown line) {
    return shown.stream().anyMatch(other -> other != line && other.names(drive));
  }

  /** The line that is the drive that is meant; empty unless that is sure. */
  public Optional<Told> target(Drive target, List<Drive> drives) {
    List<Told> told = tell(drives);
    boolean stranger =
        told.stream().anyMatch(t -> t.how() == How.STRANGE && t.shown().couldBe(target));
    return told.stream()
        .filter(t -> t.drive().filter(target::equals).isPresent())
        .filter(t -> t.how() == How.SERIAL || !stranger)
        .findFirst();
  }

  /** Drives that should be there and that no line can be. */
  public List<Drive> missing(List<Drive> drives) {
    return drives.stream()
        .filter(Drive::connected)
        .filter(d -> shown.stream().noneMatch(line -> line.names(d) || line.couldBe(d)))
        .toList();
  }
}
