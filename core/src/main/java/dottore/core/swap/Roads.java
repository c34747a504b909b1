package dottore.core.swap;

import dottore.core.drive.DriveState;
import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Which road to take to the new drive: each priced in minutes of hands and of waiting, with what it
 * is likely to cost afterwards. The minutes are a shop's usual ones, as guide: an install from a
 * fast stick takes 10 to 30, updates until none are left as long again; programs and settings that
 * a customer wants back take three quarters of an hour of hands.
 *
 * @param choices the best first, those that cannot be done last
 */
public record Roads(List<Choice> choices) {
  /** What the customer wants to see on the first morning. */
  public enum Wish {
    AS_IT_WAS("everything as it was"),
    FRESH("a fresh start");

    private final String words;

    Wish(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * What decides.
   *
   * @param sound whether the system itself ran well, with all its programs
   * @param image whether there is an image of the drive from before it failed
   * @param copy how long it takes to read what is used, by files; empty if nobody knows how much
   * @param blocks the same by whole blocks
   * @param wanted whether anybody wants what is on it
   */
  public record Facts(
      MachineKind kind,
      Optional<DriveState> old,
      Optional<Boolean> sound,
      Optional<Wish> wish,
      Optional<Boolean> image,
      Optional<Minutes> copy,
      Optional<Minutes> blocks,
      boolean wanted) {}

  /**
   * A road with its price.
   *
   * @param wall why it cannot be taken; empty if it can
   * @param price hands, a quarter of the waiting, and what it is likely to cost afterwards
   * @param because the facts that decided, each in a few words
   */
  public record Choice(
      Road road,
      Optional<String> wall,
      Minutes hands,
      Minutes waiting,
      double price,
      List<String> because) {
    public Choice {
      because = List.copyOf(because);
    }

    public boolean open() {
      return wall.isEmpty();
    }
  }

  private static final double WAITING = 0.25;
  private static final double USUAL_COPY = 45;

  /** A drive with errors is read in several passes, the bad places last. */
  private static final double WITH_ERRORS = 3;

  /**
   * A fault that moved with a clone brings the machine back: an hour and a half, every second time.
   */
  private static final double COMES_BACK = 0.5 * 90;

  public Roads {
    choices = List.copyOf(choices);
  }

  public Optional<Choice> best() {
    return choices.stream().filter(Choice::open).findFirst();
  }

  public Choice choice(Road road) {
    return choices.stream().filter(c -> c.road() == road).findFirst().orElseThrow();
  }

  /** Prices all four. */
  public static Roads of(Facts facts) {
    return new Roads(
        java.util.stream.Stream.of(clone(facts), clean(facts), image(facts), recovery(facts))
            .sorted(
                Comparator.comparing((Choice c) -> !c.open())
                    .thenComparingDouble(Choice::price)
                    .thenComparing(Choice::road))
            .toList());
  }

  private static double copy(Facts facts) {
    return facts.copy().map(Minutes::value).orElse(USUAL_COPY);
  }

  private static double blocks(Facts facts) {
    return facts.blocks().map(Minutes::value).orElse(USUAL_COPY);
  }

  private static boolean locked(Facts facts) {
    return facts.kind() == MachineKind.CLOUD_LAPTOP;
  }

  private static Choice clone(Facts facts) {
    Tally tally = new Tally(Road.CLONE).hands(20).waits(blocks(facts));
    if (locked(facts)) {
      tally.wall("this kind of machine starts only from its maker's image");
    }
    switch (facts.old().orElse(DriveState.READS)) {
      case DEAD -> tally.wall("the old drive does not answer");
      case CLICKS -> tally.wall("a drive that clicks is not read by us");
      case ERRORS ->
          tally
              .hands(15)
              .waits((WITH_ERRORS - 1) * blocks(facts))
              .because("the old drive reads with errors: image first, bad places last");
      case READS -> facts.old().ifPresent(o -> tally.because("the old drive reads without errors"));
    }
    if (facts.sound().filter(well -> !well).isPresent()) {
      tally.afterwards(COMES_BACK).because("the system did not run well: its fault moves along");
    }
    facts
        .sound()
        .filter(well -> well)
        .ifPresent(well -> tally.because("the system ran well, only the drive is at fault"));
    if (facts.wish().filter(w -> w == Wish.FRESH).isPresent()) {
      tally.afterwards(30).because("the customer wants a fresh start");
    }
    return tally.done();
  }

  private static Choice clean(Facts facts) {
    Tally tally = new Tally(Road.CLEAN).hands(35).waits(70);
    if (locked(facts)) {
      tally.wall("this kind of machine starts only from its maker's image");
    }
    data(facts, tally);
    return tally.done();
  }

  private static Choice image(Facts facts) {
    Tally tally = new Tally(Road.IMAGE).hands(20).waits(blocks(facts));
    if (locked(facts)) {
      tally.wall("this kind of machine starts only from its maker's image");
    }
    if (facts.image().filter(has -> !has).isPresent()) {
      tally.wall("there is no image from before it failed");
    } else if (facts.image().isEmpty()) {
      tally.wall("ask whether there is an image from before it failed");
    } else {
      tally.hands(15).because("what changed since the image has to be brought up to date");
    }
    if (facts.sound().filter(well -> !well).isPresent()) {
      tally.afterwards(COMES_BACK / 2).because("the fault may be in the image as well");
    }
    return tally.done();
  }

  private static Choice recovery(Facts facts) {
    boolean own = locked(facts) || facts.kind() == MachineKind.HANDHELD;
    Tally tally = new Tally(Road.RECOVERY).hands(own ? 20 : 45).waits(own ? 40 : 100);
    tally.because(
        own
            ? "its maker gives an image for just this model"
            : "the state of its first year: long updates, and programs nobody asked for");
    data(facts, tally);
    return tally.done();
  }

  /** What an empty system costs: data and, where they are wanted back, programs. */
  private static void data(Facts facts, Tally tally) {
    if (facts.wanted()) {
      tally.hands(10).waits(copy(facts));
      facts
          .old()
          .filter(o -> o == DriveState.DEAD || o == DriveState.CLICKS)
          .ifPresent(o -> tally.because("the data must come from a backup or a specialist"));
    }
    if (facts.wish().filter(w -> w == Wish.AS_IT_WAS).isPresent()) {
      tally.hands(45).because("programs and settings have to be set up again");
    }
    if (facts.wish().filter(w -> w == Wish.FRESH).isPresent()) {
      tally.because("the customer wants a fresh start");
    }
    if (facts.sound().filter(well -> !well).isPresent()) {
      tally.because("leaves the old fault behind");
    }
  }

  /** Adds up. */
  private static final class Tally {
    private final Road road;
    private Optional<String> wall = Optional.empty();
    private double hands;
    private double waiting;
    private double afterwards;
    private final List<String> because = new ArrayList<>();

    Tally(Road road) {
      this.road = road;
    }

    Tally hands(double minutes) {
      hands += minutes;
      return this;
    }

    Tally waits(double minutes) {
      waiting += minutes;
      return this;
    }

    Tally afterwards(double minutes) {
      afterwards += minutes;
      return this;
    }

    Tally because(String words) {
      because.add(words);
      return this;
    }

    void wall(String words) {
      wall = wall.or(() -> Optional.of(words));
    }

    Choice done() {
      return new Choice(
          road,
          wall,
          Minutes.of(hands),
          Minutes.of(waiting),
          hands + WAITING * waiting + afterwards,
          because);
    }
  }

  /** What those say who would take the other way. */
  public static String otherSchool(Road road) {
    return switch (road) {
      case CLONE -> "Others install clean after any failed drive: what it damaged is not copied.";
      case CLEAN -> "Others clone as long as it reads: the customer finds everything where it was.";
      case IMAGE -> "Others do not trust an image that nobody has restored before.";
      case RECOVERY -> "Others install clean and leave the maker's programs out.";
    };
  }
}
