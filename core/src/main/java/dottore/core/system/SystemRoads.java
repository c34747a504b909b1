package dottore.core.system;

import dottore.core.drive.DriveState;
import dottore.core.system.SystemFacts.Medium;
import dottore.core.system.SystemFacts.Origin;
import dottore.core.system.SystemFacts.Programs;
import dottore.core.system.SystemFacts.Wrong;
import dottore.core.units.Minutes;
import dottore.core.weigh.Choice;
import dottore.core.weigh.Tally;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Seven roads to a system that works, each priced in minutes of hands and waiting, with how likely
 * it is that the machine does not come back for it. Minutes are the profile's own and a shop's
 * usual ones; the odds are judgement, as guide.
 *
 * @param roads the best first, those that cannot be taken last
 */
public record SystemRoads(List<Weighed> roads) {
  /**
   * What a machine that comes back costs beside doing it over: finding out once more, two talks
   * with the customer, and some of their trust. Judgement: three hours.
   */
  private static final double COMES_BACK = 180;

  private static final double USUAL_COPY = 45;
  private static final double LEAST_FREE = 10;
  private static final double EASY_FREE = 25;
  private static final double OLD_YEARS = 3;

  /**
   * What an old stick and the updates after it leave of the odds: a day was lost to it. Judgement.
   */
  private static final double STALE_MEDIUM = 0.92;

  /**
   * A road with its price.
   *
   * @param holds how likely it is that the machine does not come back for it, 0 to 1
   */
  public record Weighed(Choice<SystemRoad> choice, double holds) {}

  /**
   * What decides.
   *
   * @param had the profile of what is on it
   * @param copy how long the data takes, by files
   * @param newDrive whether a new drive is planned
   * @param hasKey whether its key is at hand
   * @param beside what decides beside that
   */
  public record Facts(
      SystemProfile profile,
      Optional<SystemProfile> had,
      Readiness.Verdict readiness,
      Optional<Boolean> starts,
      Optional<Boolean> unstable,
      Optional<Boolean> unwanted,
      Optional<Boolean> otherBoard,
      Optional<Origin> origin,
      Optional<Double> years,
      Optional<Programs> programs,
      Optional<Double> free,
      Optional<DriveState> drive,
      Optional<Minutes> copy,
      boolean dataWanted,
      boolean newDrive,
      Optional<Boolean> hasKey,
      Beside beside) {

    boolean same() {
      return had.filter(p -> p.id().equals(profile.id())).isPresent();
    }

    boolean yes(Optional<Boolean> fact) {
      return fact.orElse(false);
    }
  }

  /**
   * What decides beside that.
   *
   * @param medium what it is put on from
   * @param wrong what is wrong with the one on it, though it runs
   * @param secondSystem whether another system on the drive stays
   */
  public record Beside(Optional<Medium> medium, Optional<Wrong> wrong, boolean secondSystem) {
    public static final Beside NOTHING = new Beside(Optional.empty(), Optional.empty(), false);
  }

  public SystemRoads {
    roads = List.copyOf(roads);
  }

  /** Prices all seven. */
  public static SystemRoads of(Facts facts) {
    List<Choice<SystemRoad>> sorted =
        Choice.sorted(Arrays.stream(SystemRoad.values()).map(road -> priced(road, facts)));
    return new SystemRoads(
        sorted.stream().map(choice -> new Weighed(choice, holds(choice.road(), facts))).toList());
  }

  public Optional<Weighed> best() {
    return roads.stream().filter(road -> road.choice().open()).findFirst();
  }

  public Weighed road(SystemRoad road) {
    return roads.stream().filter(r -> r.choice().road() == road).findFirst().orElseThrow();
  }

  /**
   * How likely it is that the fault does not come back: what stays underneath keeps what was wrong
   * with it. Each doubt takes its share of what is left.
   */
  private static double holds(SystemRoad road, Facts facts) {
    boolean wrong = facts.yes(facts.unstable()) || facts.starts().filter(s -> !s).isPresent();
    double holds =
        switch (road) {
          case CLEAN -> 0.95;
          case RECOVERY -> 0.92;
          case RESET -> 0.85;
          case REPAIR -> wrong ? 0.6 : 0.9;
          case UPGRADE -> wrong ? 0.45 : 0.9;
          case CLONE -> wrong ? 0.4 : 0.9;
          case LEAVE -> wrong ? 0.05 : 0.9;
        };
    boolean stays = road.inPlace() || road == SystemRoad.CLONE || road == SystemRoad.LEAVE;
    double share = road == SystemRoad.RESET ? 0.5 : 1;
    if (stays && facts.yes(facts.unwanted())) {
      holds *= 1 - 0.6 * share;
    }
    if (stays && facts.yes(facts.otherBoard())) {
      holds *= 1 - 0.3 * share;
    }
    if (stays && facts.origin().filter(o -> o == Origin.UPGRADED).isPresent()) {
      holds *= 1 - 0.15 * share;
    }
    if (stays && facts.origin().filter(o -> o == Origin.UNKNOWN_HANDS).isPresent()) {
      holds *= 1 - 0.2 * share;
    }
    if (road == SystemRoad.CLEAN || road == SystemRoad.UPGRADE) {
      holds *= facts.beside().medium().map(m -> m == Medium.FRESH ? 1 : STALE_MEDIUM).orElse(1.0);
    }
    boolean failing = facts.drive().filter(d -> d != DriveState.READS).isPresent();
    if (failing && road != SystemRoad.CLONE && !facts.newDrive()) {
      holds *= 0.3;
    }
    return holds;
  }

  private static Choice<SystemRoad> priced(SystemRoad road, Facts facts) {
    Tally<SystemRoad> tally = Tally.of(road);
    SystemProfile.Times times = facts.profile().minutes();
    boolean image = facts.profile().ofTheModel();
    switch (road) {
      case REPAIR -> {
        tally.hands(10).waits(times.repair());
        walls(road, facts, tally);
        if (facts.had().isPresent() && !facts.same()) {
          tally.wall("it repairs its own kind only, and another system is wanted");
        }
      }
      case UPGRADE -> {
        tally.hands(15).waits(times.upgrade());
        walls(road, facts, tally);
        if (facts.had().isEmpty()) {
          tally.wall("say which system is on it");
        } else if (facts.same()) {
          tally.wall("it is the same system already");
        } else if (!facts.profile().goesOver(facts.had().get().id())) {
          tally.wall(facts.profile().name() + " does not go over " + facts.had().get().name());
        }
      }
      case RESET -> {
        tally.hands(15).waits(times.reset());
        programs(facts, tally);
        if (times.reset() == 0) {
          tally.wall("this system has no reset that keeps files");
        } else if (facts.had().isPresent() && !facts.same()) {
          tally.wall("it brings back the system that is on it, and another one is wanted");
        }
      }
      case CLEAN -> {
        clean(facts, tally);
        if (image) {
          tally.wall("this system comes in its maker's image only");
        }
        if (facts.profile().key().filter(key -> !key.held()).isPresent()
            && facts.hasKey().filter(has -> !has).isPresent()) {
          tally.wall("it asks for a key, and there is none");
        }
      }
      case CLONE -> {
        tally.hands(20).waits(facts.copy().map(Minutes::value).orElse(USUAL_COPY));
        if (!facts.newDrive()) {
          tally.wall("no new drive is planned: Fix, Drive, Replace");
        } else if (facts.had().isPresent() && !facts.same()) {
          tally.wall("it moves the system that is on it, and another one is wanted");
        }
        facts
            .drive()
            .filter(d -> !d.readable())
            .ifPresent(d -> tally.wall("the old drive " + d.words()));
      }
      case RECOVERY -> recovery(facts, tally);
      case LEAVE -> {
        tally.hands(2);
        if (facts.starts().filter(starts -> !starts).isPresent()) {
          tally.wall("it does not start");
        }
        if (!facts.same()) {
          tally.because(
              facts.had().isPresent()
                  ? "the customer wants another one"
                  : "nobody said that it is the one on it");
          tally.afterwards(COMES_BACK);
        }
      }
    }
    if (road == SystemRoad.UPGRADE || road == SystemRoad.CLEAN) {
      ready(facts, tally);
    }
    wrong(road, facts, tally);
    medium(road, facts, tally);
    doubts(road, facts, tally);
    tally.afterwards((1 - holds(road, facts)) * (COMES_BACK + over(facts)));
    return tally.done();
  }

  /** What it costs to do it over from the ground. */
  private static double over(Facts facts) {
    Tally<SystemRoad> tally = Tally.of(SystemRoad.CLEAN);
    if (facts.profile().ofTheModel()) {
      recovery(facts, tally);
    } else {
      clean(facts, tally);
    }
    return tally.done().price();
  }

  private static void clean(Facts facts, Tally<SystemRoad> tally) {
    SystemProfile.Times times = facts.profile().minutes();
    tally.hands(15 + times.setup()).waits(times.install() + times.updates());
    erases(facts, tally);
  }

  private static void recovery(Facts facts, Tally<SystemRoad> tally) {
    SystemProfile.Times times = facts.profile().minutes();
    boolean image = facts.profile().ofTheModel();
    tally.hands(image ? 10 : 20).waits(image ? times.install() : times.install() + 90.0);
    tally.because(
        image
            ? "its maker gives an image for just this model"
            : "the state of its first year: long updates, and programs nobody asked for");
    erases(facts, tally);
    if (image) {
      tally.hands(times.setup()).waits(times.updates());
    }
  }

  private static void ready(Facts facts, Tally<SystemRoad> tally) {
    switch (facts.readiness()) {
      case NOT_MADE_FOR_IT -> tally.wall("the machine is not made for " + facts.profile().name());
      case PARTS -> tally.wall("parts first: see what it wants");
      case SETTINGS -> tally.hands(5).because("settings first: see what it wants");
      case ASK, READY -> {}
    }
  }

  /** What stays in place must start, and have room. */
  private static void walls(SystemRoad road, Facts facts, Tally<SystemRoad> tally) {
    if (facts.profile().ofTheModel()) {
      tally.wall("this system has no such road");
    }
    if (facts.starts().filter(starts -> !starts).isPresent()) {
      tally.wall("it begins from the started system, and that does not start");
    }
    facts
        .free()
        .ifPresent(
            gb -> {
              if (gb < LEAST_FREE) {
                tally.wall("10 GB must be free on it");
              } else if (gb < EASY_FREE) {
                tally.hands(10).because("less than 25 GB free: room is made first");
              }
            });
    if (facts.yes(facts.unwanted())) {
      tally.because("unwanted software stays where it hides");
    }
    if (facts.years().filter(y -> y >= OLD_YEARS).isPresent() && road == SystemRoad.UPGRADE) {
      tally.because("years of programs and drivers move along");
    }
  }

  private static void erases(Facts facts, Tally<SystemRoad> tally) {
    if (facts.dataWanted()) {
      double copy = facts.copy().map(Minutes::value).orElse(USUAL_COPY);
      tally.hands(15).waits(2 * copy).because("files are copied away and back");
    }
    programs(facts, tally);
  }

  private static void programs(Facts facts, Tally<SystemRoad> tally) {
    if (facts.programs().filter(p -> p == Programs.BACK).isPresent()) {
      tally.hands(45).because("programs and settings have to be set up again");
    }
    if (facts.programs().filter(p -> p == Programs.FRESH).isPresent()) {
      tally.because("the customer wants a fresh start");
    }
  }

  /** Language, edition and bits are chosen once, at setup; what stays keeps them. */
  private static void wrong(SystemRoad road, Facts facts, Tally<SystemRoad> tally) {
    if (facts.beside().wrong().isPresent()) {
      String what = facts.beside().wrong().get().words();
      if (!road.erases()) {
        tally.wall(what + " stays as it is on this road");
      } else {
        tally.because(what + " is chosen anew");
      }
    }
    if (facts.beside().secondSystem() && road == SystemRoad.RECOVERY) {
      tally.wall("the image takes the whole drive, and another system on it stays");
    }
  }

  private static void medium(SystemRoad road, Facts facts, Tally<SystemRoad> tally) {
    if (road != SystemRoad.CLEAN && road != SystemRoad.UPGRADE) {
      return;
    }
    facts
        .beside()
        .medium()
        .filter(m -> m != Medium.FRESH)
        .ifPresent(
            m -> {
              tally.waits(facts.profile().minutes().updates() / 2.0);
              tally.because(
                  m == Medium.OLD
                      ? "an old stick: half as many updates again, and crashes that a fresh one"
                          + " spares"
                      : "nobody checked what is on the stick");
            });
  }

  private static void doubts(SystemRoad road, Facts facts, Tally<SystemRoad> tally) {
    boolean wrong = facts.yes(facts.unstable());
    if (wrong && road.erases()) {
      tally.because("leaves the old fault behind");
    } else if (wrong) {
      tally.because("it ran unstably, and what it ran on stays");
    }
    if (facts.yes(facts.otherBoard()) && !road.erases()) {
      tally.because("set up on another board");
    }
    if (facts.origin().filter(o -> o == Origin.UNKNOWN_HANDS).isPresent() && !road.erases()) {
      tally.because("nobody knows where it comes from");
    }
    if (facts.drive().filter(d -> d != DriveState.READS).isPresent()
        && road != SystemRoad.CLONE
        && !facts.newDrive()) {
      tally.because("the drive under it is failing");
    }
  }
}
