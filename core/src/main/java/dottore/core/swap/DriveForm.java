package dottore.core.swap;

import java.util.Locale;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The drives that a shop orders: body, edge and tongue. Sizes in millimeters; the card forms are
 * those of the open M.2 standard (22 mm wide, the last digits are the length), the box heights
 * those of 2.5-inch drives.
 */
public enum DriveForm {
  CARD_NVME_2280(Body.CARD, Tongue.NVME, Set.of(Key.M), 80),
  CARD_NVME_2280_BM(Body.CARD, Tongue.NVME, Set.of(Key.B, Key.M), 80),
  CARD_NVME_2260(Body.CARD, Tongue.NVME, Set.of(Key.M), 60),
  CARD_NVME_2242(Body.CARD, Tongue.NVME, Set.of(Key.M), 42),
  CARD_NVME_2242_BM(Body.CARD, Tongue.NVME, Set.of(Key.B, Key.M), 42),
  CARD_NVME_2230(Body.CARD, Tongue.NVME, Set.of(Key.M), 30),
  CARD_NVME_22110(Body.CARD, Tongue.NVME, Set.of(Key.M), 110),
  CARD_SATA_2280(Body.CARD, Tongue.SATA, Set.of(Key.B, Key.M), 80),
  CARD_SATA_2280_B(Body.CARD, Tongue.SATA, Set.of(Key.B), 80),
  CARD_SATA_2260(Body.CARD, Tongue.SATA, Set.of(Key.B, Key.M), 60),
  CARD_SATA_2242(Body.CARD, Tongue.SATA, Set.of(Key.B, Key.M), 42),
  SOLID_BOX(Body.SMALL_BOX, Tongue.SATA, Set.of(), 7),
  SPINNING_SMALL_7(Body.SMALL_BOX, Tongue.SATA, Set.of(), 7),
  SPINNING_SMALL_9(Body.SMALL_BOX, Tongue.SATA, Set.of(), 9.5),
  SPINNING_SMALL_15(Body.SMALL_BOX, Tongue.SATA, Set.of(), 15),
  SPINNING_LARGE(Body.LARGE_BOX, Tongue.SATA, Set.of(), 26.1);

  /** What holds it. */
  public enum Body {
    /** An M.2 card. */
    CARD,
    /** A 2.5-inch box. */
    SMALL_BOX,
    /** A 3.5-inch box. */
    LARGE_BOX
  }

  /** What it speaks. */
  public enum Tongue {
    SATA("SATA"),
    NVME("NVMe");

    private final String said;

    Tongue(String said) {
      this.said = said;
    }

    public String said() {
      return said;
    }
  }

  /** Where the edge of a card is notched; a card can have both. */
  public enum Key {
    B,
    M
  }

  private static final Pattern SIZE = Pattern.compile("\\b(\\d{1,5}) ?(gb|tb)$");
  private static final int KILO = 1000;

  private final Body body;
  private final Tongue tongue;
  private final Set<Key> keys;
  private final double millimeters;

  DriveForm(Body body, Tongue tongue, Set<Key> keys, double millimeters) {
    this.body = body;
    this.tongue = tongue;
    this.keys = keys;
    this.millimeters = millimeters;
  }

  public Body body() {
    return body;
  }

  public Tongue tongue() {
    return tongue;
  }

  /** The notches of a card; none of a box. */
  public Set<Key> keys() {
    return keys;
  }

  /** The length of a card, the height of a box. */
  public double millimeters() {
    return millimeters;
  }

  /** Whether it has platters that turn. */
  public boolean spins() {
    return name().startsWith("SPINNING");
  }

  /** As a card is called by its length, such as "2280". */
  private String length() {
    return "22" + Math.round(millimeters);
  }

  /** As it is spoken of at the bench. */
  public String words() {
    return switch (body) {
      case CARD -> "M.2 " + length() + " " + tongue.said() + ", key " + keyWords();
      case SMALL_BOX -> "2.5-inch " + kind() + ", " + height() + " mm";
      case LARGE_BOX -> "3.5-inch hard drive";
    };
  }

  /** The exact words to order it by, in front of its size. */
  public String order() {
    return switch (body) {
      case CARD ->
          "Solid-state drive, M.2 " + length() + ", " + tongue.said() + ", key " + keyWords();
      case SMALL_BOX ->
          (spins() ? "Hard drive" : "Solid-state drive") + ", 2.5-inch, SATA, " + height() + " mm";
      case LARGE_BOX -> "Hard drive, 3.5-inch, SATA";
    };
  }

  /**
   * The size in GB of a part that is called by the words of the order; empty if it is another.
   *
   * @param part as it is called on the shelf, such as "Hard drive, 3.5-inch, SATA, 4000 GB"
   */
  public OptionalInt sizeOf(String part) {
    String start = order().toLowerCase(Locale.ROOT) + ", ";
    String plain = part.strip().toLowerCase(Locale.ROOT);
    Matcher size = SIZE.matcher(plain);
    return plain.startsWith(start) && size.find(start.length())
        ? OptionalInt.of(Integer.parseInt(size.group(1)) * (size.group(2).equals("tb") ? KILO : 1))
        : OptionalInt.empty();
  }

  private String kind() {
    return spins() ? "hard drive" : "solid-state drive, SATA";
  }

  private String height() {
    return millimeters == Math.rint(millimeters)
        ? String.valueOf(Math.round(millimeters))
        : String.valueOf(millimeters);
  }

  private String keyWords() {
    return keys.size() > 1 ? "B+M" : keys.contains(Key.M) ? "M" : "B";
  }
}
