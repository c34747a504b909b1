package dottore.core.firmware;

import dottore.core.firmware.VersionScheme.Order;
import dottore.core.gate.Gate;
import dottore.core.gate.Point;
import dottore.core.machine.Encryption;
import dottore.core.machine.FileSystem;
import dottore.core.machine.Scheme;
import dottore.core.machine.Stick;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Go or no-go before firmware is written. */
public final class WriteGate {

  /** What must be in order. */
  public enum Topic {
    BOARD("Board and revision"),
    VERSION("Version"),
    FILE("File"),
    STICK("Stick"),
    POWER("Power"),
    ENCRYPTION("Encryption"),
    SETTINGS("Settings noted"),
    NOTHING_ELSE("Nothing else plugged in");

    private final String words;

    Topic(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    public String id() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
  }

  /**
   * The file as it was seen.
   *
   * @param sha256 of the uploaded file; empty if it was only compared by eye
   */
  public record FileSeen(String name, Optional<String> sha256, boolean comparedByEye) {}

  /**
   * The stick, read or ticked.
   *
   * @param read its first sectors
   * @param tickedFat32 that it is FAT32 with one partition
   * @param tickedName that the file on it is called as the board wants
   */
  public record StickSeen(Optional<Stick> read, boolean tickedFat32, boolean tickedName) {}

  /**
   * What the gate looks at.
   *
   * @param printed maker, model and revision as printed on the board itself and compared
   * @param revision the revision printed on the board, empty if nobody looked
   * @param now the version it has, empty if nothing shows it
   * @param settingsNoted on the settings sheet, or that nothing can be seen and nothing was known
   */
  public record Facts(
      BoardRecord board,
      boolean printed,
      Optional<String> revision,
      Optional<String> now,
      Release target,
      Way way,
      Optional<FileSeen> file,
      StickSeen stick,
      Power power,
      Encryption encryption,
      boolean settingsNoted,
      boolean nothingElse) {}

  private WriteGate() {}

  /** Computes it. */
  public static Gate<Topic> of(Facts facts) {
    List<Point<Topic>> points = new ArrayList<>();
    points.add(board(facts));
    points.add(version(facts));
    points.add(file(facts));
    if (facts.way() != Way.FROM_SYSTEM) {
      points.add(stick(facts));
    }
    points.add(
        point(
            Topic.POWER,
            facts.power().missing(),
            facts.power().battery().isPresent()
                ? "charger in and charged"
                : "mains, no cuts feared"));
    points.add(point(Topic.ENCRYPTION, facts.encryption().missing(), facts.encryption().words()));
    points.add(
        point(
            Topic.SETTINGS,
            facts.settingsNoted()
                ? Optional.empty()
                : Optional.of("Note them on the settings sheet; they go back to factory values"),
            "noted"));
    points.add(
        point(
            Topic.NOTHING_ELSE,
            facts.nothingElse()
                ? Optional.empty()
                : Optional.of("Unplug all but mains, the stick, one screen and one keyboard"),
            "only what is needed"));
    return new Gate<>(points);
  }

  private static Point<Topic> point(Topic topic, Optional<String> missing, String good) {
    return missing.map(todo -> Point.bad(topic, "", todo)).orElseGet(() -> Point.good(topic, good));
  }

  private static Point<Topic> board(Facts facts) {
    if (facts.revision().isEmpty() || !facts.printed()) {
      return Point.bad(
          Topic.BOARD,
          "not compared",
          "Read model and revision off the board itself, not off the carton");
    }
    if (!facts.revision().get().strip().equalsIgnoreCase(facts.board().revision())) {
      return Point.bad(
          Topic.BOARD,
          "revision "
              + facts.revision().get()
              + " is printed, the file is for "
              + facts.board().revision(),
          "Choose the file of this very revision");
    }
    return Point.good(Topic.BOARD, facts.board().title());
  }

  private static Point<Topic> version(Facts facts) {
    VersionScheme scheme = facts.board().scheme();
    String to = facts.target().version();
    if (facts.now().isEmpty()) {
      return Point.good(Topic.VERSION, "to " + to + "; what it has cannot be read");
    }
    String now = facts.now().get();
    Order order = scheme.compare(to, now);
    boolean back = order == Order.OLDER;
    boolean undoes =
        back
            && facts
                .board()
                .release(now)
                .filter(r -> r.security() <= facts.target().security())
                .isEmpty();
    if (undoes) {
      return Point.bad(
          Topic.VERSION,
          now + " back to " + to + " crosses a security version, or nobody knows",
          "Choose a version that is not older");
    }
    return switch (order) {
      case UNCLEAR ->
          Point.bad(
              Topic.VERSION,
              now + " and " + to + " are written differently",
              "Compare the dates in the maker's list and correct the version it has");
      case SAME -> Point.bad(Topic.VERSION, "it has " + now + " already", "Nothing to write");
      default -> Point.good(Topic.VERSION, now + " to " + to);
    };
  }

  private static Point<Topic> file(Facts facts) {
    Release target = facts.target();
    if (facts.file().isEmpty()) {
      return Point.bad(
          Topic.FILE, "not looked at", "Upload " + target.file() + ", or compare its sum");
    }
    FileSeen seen = facts.file().get();
    if (seen.sha256().isPresent()) {
      boolean same = seen.sha256().get().equals(target.sha256());
      return same
          ? Point.good(Topic.FILE, "checksum of " + seen.name() + " is the maker's")
          : Point.bad(
              Topic.FILE,
              seen.name() + " is not the maker's file for " + target.version(),
              "Fetch " + target.file() + " anew; never write a file whose sum differs");
    }
    return seen.comparedByEye()
        ? Point.good(Topic.FILE, "checksum compared by eye")
        : Point.bad(Topic.FILE, "checksum not compared", "Upload it, or compare its sum by eye");
  }

  private static Point<Topic> stick(Facts facts) {
    StickSeen seen = facts.stick();
    String wanted = wantedName(facts);
    if (seen.read().isPresent()) {
      Stick stick = seen.read().get();
      Optional<Point<Topic>> wrong = wrong(stick);
      if (wrong.isPresent()) {
        return wrong.get();
      }
      if (stick.files().isPresent() && !named(stick.files().get(), wanted)) {
        return Point.bad(
            Topic.STICK,
            "FAT32, but no " + wanted + " in its top folder",
            "Copy the file there and call it " + wanted);
      }
      if (stick.files().isPresent() || seen.tickedName()) {
        return Point.good(Topic.STICK, "FAT32, one partition, " + wanted);
      }
      return Point.bad(
          Topic.STICK,
          "FAT32, one partition; its folder lies beyond what was read",
          "Look that the file is called " + wanted + ", and tick it");
    }
    if (!seen.tickedFat32()) {
      return Point.bad(
          Topic.STICK, "not looked at", "Upload its first sectors, or look and tick: FAT32");
    }
    return seen.tickedName()
        ? Point.good(Topic.STICK, "FAT32, one partition, " + wanted + " (ticked)")
        : Point.bad(
            Topic.STICK, "name of the file not looked at", "The file must be called " + wanted);
  }

  /** The name on the stick: the board's own for the marked port, the maker's file name else. */
  public static String wantedName(Facts facts) {
    return facts.way() == Way.FLASH_PORT && !facts.board().stickFile().isEmpty()
        ? facts.board().stickFile()
        : facts.target().file();
  }

  private static Optional<Point<Topic>> wrong(Stick stick) {
    String anew = "Format it anew: FAT32, one partition";
    if (stick.scheme() == Scheme.NONE) {
      return Optional.of(
          Point.bad(Topic.STICK, "no partition table; many boards pass it over", anew));
    }
    if (stick.partitions().size() != 1) {
      return Optional.of(
          Point.bad(Topic.STICK, stick.partitions().size() + " partitions, one is wanted", anew));
    }
    Optional<FileSystem> system = stick.partitions().get(0).fileSystem();
    if (system.isEmpty()) {
      return Optional.of(
          Point.bad(
              Topic.STICK,
              "its file system lies beyond what was read",
              "Upload more of its first sectors"));
    }
    return system.get() == FileSystem.FAT32
        ? Optional.empty()
        : Optional.of(Point.bad(Topic.STICK, system.get().words() + ", FAT32 is wanted", anew));
  }

  private static boolean named(List<String> files, String wanted) {
    return files.stream()
        .anyMatch(f -> f.toLowerCase(Locale.ROOT).equals(wanted.toLowerCase(Locale.ROOT)));
  }
}
