package dottore.core.swap;

import dottore.core.drive.DriveState;
import dottore.core.machine.MachineKind;
import dottore.core.units.Minutes;
import dottore.core.weigh.Choice;
import dottore.core.weigh.Tally;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Which road to take to the new drive: each priced in minutes of hands and of waiting, with what it
 * is likely to cost afterwards. The minutes are a shop's usual ones, as guide: an install from a
 * fast stick takes 10 to 30, updates until none are left as long again; programs and settings that
 * a customer wants back take three quarters of an hour of hands.
 *
 * @param choices the best first, those that cannot be done last
 */
public record Roads(List<Choice<Road>> choices) {
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

  public Optional<Choice<Road>> best() {
    return choices.stream().filter(Choice::open).findFirst();
  }

  public Choice<Road> choice(Road road) {
    return choices.stream().filter(c -> c.road() == road).findFirst().orElseThrow();
  }

  /** Prices all four. */
  public static Roads of(Facts facts) {
    return new Roads(
        Choice.sorted(Stream.of(clone(facts), clean(facts), image(facts), recovery(facts))));
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

  private static Choice<Road> clone(Facts facts) {
    Tally<Road> tally = Tally.of(Road.CLONE).hands(20).waits(blocks(facts));
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

  private static Choice<Road> clean(Facts facts) {
    Tally<Road> tally = Tally.of(Road.CLEAN).hands(35).waits(70);
    if (locked(facts)) {
      tally.wall("this kind of machine starts only from its maker's image");
    }
    data(facts, tally);
    return tally.done();
  }

  private static Choice<Road> image(Facts facts) {
    Tally<Road> tally = Tally.of(Road.IMAGE).hands(20).waits(blocks(facts));
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

  private static Choice<Road> recovery(Facts facts) {
    boolean own = locked(facts) || facts.kind() == MachineKind.HANDHELD;
    Tally<Road> tally = Tally.of(Road.RECOVERY).hands(own ? 20 : 45).waits(own ? 40 : 100);
    tally.because(
        own
            ? "its maker gives an image for just this model"
            : "the state of its first year: long updates, and programs nobody asked for");
    data(facts, tally);
    return tally.done();
  }

  /** What an empty system costs: data and, where they are wanted back, programs. */
  private static void data(Facts facts, Tally<Road> tally) {
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
