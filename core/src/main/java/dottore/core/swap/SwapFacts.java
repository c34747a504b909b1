package dottore.core.swap;

import dottore.core.drive.DriveFacts;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.swap.DriveForm.Key;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** What is known of a drive that is exchanged. */
public final class SwapFacts {
  private static final int LARGEST = 1_000_000;

  /** What the new drive is for. */
  public enum Use {
    SYSTEM("takes the old one's place"),
    DATA("comes beside it, for data");

    private final String words;

    Use(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** Cards by length in millimeters. */
  public enum Length {
    MM_30(30),
    MM_42(42),
    MM_60(60),
    MM_80(80),
    MM_110(110);

    private final int millimeters;

    Length(int millimeters) {
      this.millimeters = millimeters;
    }

    public int millimeters() {
      return millimeters;
    }
  }

  /** Small bays by height. */
  public enum Height {
    MM_7(7, "7 mm"),
    MM_9_5(9.5, "9.5 mm"),
    MM_15(15, "15 mm");

    private final double millimeters;
    private final String words;

    Height(double millimeters, String words) {
      this.millimeters = millimeters;
      this.words = words;
    }

    public double millimeters() {
      return millimeters;
    }
  }

  /** What a card's slot speaks. */
  public enum Speaks {
    NVME("NVMe only"),
    SATA("SATA only"),
    BOTH("both");

    private final String words;

    Speaks(String words) {
      this.words = words;
    }
  }

  /** What becomes of the old drive. */
  public enum OldOne {
    KEPT("kept here for 30 days", "The old drive is kept here for 30 days, then it is erased."),
    HOME(
        "goes home with the customer",
        "The old drive is with your things; it is not to be relied on."),
    ERASED("erased, with a note of it", "The old drive was erased; the note says how and when.");

    private final String words;
    private final String note;

    OldOne(String words, String note) {
      this.words = words;
      this.note = note;
    }

    /** For the customer, once the work is done. */
    public String note() {
      return note;
    }

    public String words() {
      return words;
    }
  }

  public static final Fact<Use> USE =
      Fact.choice("swap-use", "the new drive", Use.class, Use::words);
  public static final Fact<DriveForm> OUT =
      Fact.choice("swap-out", "what is in it", DriveForm.class, DriveForm::words);
  public static final Fact<Slot.Place> PLACE =
      Fact.choice("slot-place", "its place", Slot.Place.class, Slot.Place::words);
  public static final Fact<Height> HEIGHT =
      Fact.choice("slot-height", "height of the bay", Height.class, h -> h.words);
  public static final Fact<Key> KEY =
      Fact.choice("slot-key", "key of the slot", Key.class, Key::name);
  public static final Fact<Length> LENGTH =
      Fact.choice("slot-length", "longest card", Length.class, l -> l.millimeters + " mm");
  public static final Fact<Speaks> SPEAKS =
      Fact.choice("slot-speaks", "the slot speaks", Speaks.class, s -> s.words);
  public static final Fact<Boolean> STARTS_NVME =
      Fact.yesNo("starts-nvme", "firmware starts from NVMe");

  public static final Fact<BigDecimal> GROWTH =
      Fact.decimal("growth-gb", "comes to it in a year", LARGEST, "GB");

  public static final Fact<Boolean> SOUND =
      Fact.yesNo("system-sound", "the system itself ran well");
  public static final Fact<Roads.Wish> WISH =
      Fact.choice("swap-wish", "the customer wants", Roads.Wish.class, Roads.Wish::words);
  public static final Fact<Boolean> IMAGE = Fact.yesNo("has-image", "an image from before");
  public static final Fact<Road> ROAD = Fact.choice("swap-road", "road", Road.class, Road::words);

  public static final Fact<DriveForm> NEW =
      Fact.choice("new-form", "new drive", DriveForm.class, DriveForm::words);
  public static final Fact<BigDecimal> NEW_GB = Fact.decimal("new-gb", "new drive", LARGEST, "GB");
  public static final Fact<String> NEW_MODEL = Fact.text("new-model", "new drive is");
  public static final Fact<String> NEW_SERIAL = Fact.text("new-serial", "new drive serial");
  public static final Fact<OldOne> OLD_ONE =
      Fact.choice("old-one", "the old drive is", OldOne.class, OldOne::words);

  /** The screws that were taken out. */
  public static final Fact<ScrewMap> SCREWS =
      Fact.structured("screws", "screws", ScrewMap.class, ScrewMap::words, ScrewMap::sound);

  public static final FactForm SLOT =
      FactForm.of("slot", USE, OUT, PLACE, HEIGHT, KEY, LENGTH, SPEAKS, STARTS_NVME);
  public static final FactForm AMOUNT = FactForm.of("amount", DriveFacts.USED, GROWTH);
  public static final FactForm DECIDES =
      FactForm.of("decides", DriveFacts.STATE, DriveFacts.SPECIALIST, SOUND, WISH, IMAGE);
  public static final FactForm CHOSEN = FactForm.of("road", ROAD);
  public static final FactForm FRESH =
      FactForm.of("new-drive", NEW, NEW_GB, NEW_MODEL, NEW_SERIAL, OLD_ONE);

  /** Every form of the page. */
  public static final List<FactForm> FORMS = List.of(SLOT, AMOUNT, DECIDES, CHOSEN, FRESH);

  private SwapFacts() {}

  /** Every fact of this room. */
  public static Stream<Fact<?>> all() {
    return Stream.concat(
        FORMS.stream()
            .flatMap(form -> form.facts().stream())
            .filter(fact -> DriveFacts.named(fact.name()).isEmpty()),
        Stream.of(SCREWS));
  }

  /** The fact of a name, if it is one of this room. */
  public static Optional<Fact<?>> named(String name) {
    return all().<Fact<?>>map(fact -> fact).filter(fact -> fact.name().equals(name)).findFirst();
  }
}
