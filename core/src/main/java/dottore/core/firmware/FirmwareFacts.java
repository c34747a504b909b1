package dottore.core.firmware;

import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.MachineFacts;
import dottore.core.machine.FileSystem;
import dottore.core.machine.Scheme;
import dottore.core.machine.Stick;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What is known of a board for work on its firmware. */
public final class FirmwareFacts {
  public static final Fact<String> MAKER = Fact.text("maker", "maker");
  public static final Fact<String> MODEL = Fact.text("model", "model");
  public static final Fact<String> REVISION = Fact.text("revision", "revision");
  public static final Fact<String> NOW = Fact.text("now", "version now");
  public static final Fact<String> WANTED = Fact.text("wanted", "target");
  public static final Fact<String> PROCESSOR = Fact.text("processor", "processor");
  public static final Fact<BoardFamily> FAMILY = Fact.choice("family", "board", BoardFamily.class);
  public static final Fact<Way> WAY = Fact.choice("way", "way", Way.class);

  public static final Fact<Boolean> PRINTED = Fact.tick("printed", "revision read off the board");
  public static final Fact<String> FILE_NAME = Fact.text("file-name", "firmware file");
  public static final Fact<String> FILE_SUM = Fact.digest("file-sha256", "its SHA-256");
  public static final Fact<Boolean> FILE_BY_EYE = Fact.tick("file-eye", "checksum compared by eye");
  public static final Fact<Stick> STICK =
      Fact.structured(
          "stick",
          "stick",
          Stick.class,
          FirmwareFacts::words,
          stick -> stick.scheme() != null && stick.files() != null);
  public static final Fact<Boolean> STICK_FAT32 =
      Fact.tick("stick-fat32", "stick is FAT32, one partition");
  public static final Fact<Boolean> STICK_NAME =
      Fact.tick("stick-name", "file on the stick named as wanted");
  public static final Fact<Boolean> MAINS = Fact.tick("mains", "mains in");
  public static final Fact<Integer> BATTERY = Fact.whole("battery", "battery", 100, "%");
  public static final Fact<Boolean> CUTS = Fact.tick("cuts", "area has power cuts");
  public static final Fact<Boolean> UPS = Fact.tick("ups", "UPS between");
  public static final Fact<Boolean> SETTINGS_UNSEEN =
      Fact.tick("settings-unseen", "settings cannot be seen and nothing is known of them");
  public static final Fact<Boolean> NOTHING_ELSE =
      Fact.tick("nothing-else", "nothing else plugged in");

  public static final Fact<BigDecimal> CELL_VOLTS =
      Fact.decimal(
          "cell-volts", "coin cell", CoinCell.MOST, "V", "; look at the meter's range again");
  public static final Fact<Boolean> CELL_MESSAGE =
      Fact.tick("cell-message", "settings message at the start");
  public static final Fact<Boolean> CELL_CLOCK = Fact.tick("cell-clock", "clock resets");
  public static final Fact<Boolean> ORGANIZATION =
      Fact.tick("organization", "locked by an organization");

  /** Settings go back one by one, since several together failed. */
  public static final Fact<Boolean> ONE_BY_ONE = Fact.tick("one-by-one", "settings one by one");

  /** The version whose write left the machine dead. */
  public static final Fact<String> FAILED_VERSION = Fact.text("failed-version", "failed version");

  public static final FactForm BOARD =
      FactForm.of("board", MAKER, MODEL, REVISION, NOW, WANTED, PROCESSOR, FAMILY, WAY);
  public static final FactForm GATE =
      FactForm.of(
          "gate",
          PRINTED,
          FILE_BY_EYE,
          STICK_FAT32,
          STICK_NAME,
          MAINS,
          BATTERY,
          CUTS,
          UPS,
          MachineFacts.ENCRYPTION,
          SETTINGS_UNSEEN,
          NOTHING_ELSE);
  public static final FactForm CELL = FactForm.of("cell", CELL_VOLTS, CELL_MESSAGE, CELL_CLOCK);
  public static final FactForm LOCK = FactForm.of("lock", ORGANIZATION);

  /** Every form of the desk. */
  public static final List<FactForm> FORMS = List.of(BOARD, GATE, CELL, LOCK);

  private static final List<Fact<?>> BESIDE =
      List.of(FILE_NAME, FILE_SUM, STICK, ONE_BY_ONE, FAILED_VERSION);
  private static final String READ_BACK = "read-back-";
  private static final int MOST_FILES = 40;

  /** What the version that was read back after a write said. */
  public enum ReadBack {
    TOOK,
    OLD_VERSION,
    OTHER_VERSION,
    DEAD;

    private String kept() {
      return this == TOOK ? "took" : name();
    }
  }

  private FirmwareFacts() {}

  /** What was read back after the write of a run sheet. */
  public static Fact<ReadBack> readBack(String sheet) {
    return Fact.choice(
        READ_BACK + sheet,
        "version read back",
        List.of(ReadBack.values()),
        ReadBack::kept,
        java.util.Map.of());
  }

  /** The fact of a name, if it is one of this room. */
  public static Optional<Fact<?>> named(String name) {
    if (name.startsWith(READ_BACK)) {
      return Optional.of(readBack(name.substring(READ_BACK.length())));
    }
    return all().filter(fact -> fact.name().equals(name)).findFirst();
  }

  /** Every fact of this room that has one name. */
  public static Stream<Fact<?>> all() {
    return Stream.concat(FORMS.stream().flatMap(form -> form.facts().stream()), BESIDE.stream());
  }

  /** The sheet that a fact is about, if it is about one. */
  public static Optional<String> sheetOf(String fact) {
    return fact.startsWith(READ_BACK)
        ? Optional.of(fact.substring(READ_BACK.length()))
        : Optional.empty();
  }

  /** A stick as it is worth keeping: the first names of its top folder. */
  public static Stick brief(Stick stick) {
    return new Stick(
        stick.scheme(),
        stick.partitions(),
        stick
            .files()
            .map(
                files ->
                    files.stream()
                        .limit(MOST_FILES)
                        .map(f -> f.length() > Fact.LONGEST ? f.substring(0, Fact.LONGEST) : f)
                        .toList()));
  }

  /** A stick in words. */
  public static String words(Stick stick) {
    String parts =
        stick.partitions().stream()
            .map(
                p ->
                    p.fileSystem().map(FileSystem::words).orElse("unread")
                        + " "
                        + p.size().inBothCounts())
            .collect(Collectors.joining(", "));
    int count = stick.partitions().size();
    String scheme = stick.scheme() == Scheme.NONE ? "no table" : stick.scheme().name();
    return scheme + ", " + count + (count == 1 ? " partition: " : " partitions: ") + parts;
  }

  /** What the next write needs anew: file and stick are for one version only. */
  public static List<Fact<?>> ofOneWrite() {
    return Arrays.asList(FILE_NAME, FILE_SUM, FILE_BY_EYE, STICK, STICK_NAME);
  }
}
