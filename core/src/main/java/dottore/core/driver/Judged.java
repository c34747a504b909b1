package dottore.core.driver;

import dottore.core.driver.DriverPackage.Branch;
import dottore.core.driver.DriverPackage.Owner;
import dottore.core.driver.DriverPackage.Rank;
import dottore.core.driver.DriverPackage.Source;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceKind;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A device with what its driver is worth, and the package that is right for it.
 *
 * @param because the fact that decided
 * @param on the package that is on it, if a catalog knows it
 * @param take the package that is right; empty if nothing should be put on, or none is published
 * @param clean whether the old one goes out first
 * @param how why it is put on clean or over the old one; empty if nothing is put on
 */
public record Judged(
    Device device,
    Verdict verdict,
    String because,
    Optional<DriverPackage> on,
    Optional<DriverPackage> take,
    Optional<Rank> rank,
    boolean clean,
    String how) {

  /** What a driver is worth, the worst first. */
  public enum Verdict {
    CRASHES("known to crash", true),
    MISSING("no driver", true),
    OLD("older than the system", true),
    OTHER_BRANCH("of another branch", true),
    DAMAGED("its driver is damaged", true),
    GENERIC("only the generic one", true),
    PART("the device reports a failure", false),
    OFF("switched off", false),
    RESTART("a restart is due", false),
    UNKNOWN("in no catalog", false),
    BEHIND("fine, a newer one exists", false),
    FINE("fine", false);

    private final String words;
    private final boolean wrong;

    Verdict(String words, boolean wrong) {
      this.words = words;
      this.wrong = wrong;
    }

    public String words() {
      return words;
    }

    /** Whether another driver would mend it. */
    public boolean wrong() {
      return wrong;
    }
  }

  /**
   * What a shop prefers where shops differ.
   *
   * @param makers kinds that come from the maker's page; all others from updates if they have it
   * @param alwaysClean whether the old one always goes out first
   * @param settingsSuspected whether a setting of the driver may be the fault
   */
  public record Habits(Set<DeviceKind> makers, boolean alwaysClean, boolean settingsSuspected) {
    /** Chipset and graphics from the maker, the rest from update. */
    public static final Habits USUAL =
        new Habits(Set.of(DeviceKind.CHIPSET, DeviceKind.GRAPHICS), false, false);

    public Habits {
      makers = Set.copyOf(makers);
    }
  }

  /**
   * A driver that is so much older than the system it runs on was not made for it: six years, guide
   * from practice.
   */
  static final int OLD_YEARS = 6;

  private static final int RESTART_DUE = 14;
  private static final int OFF = 22;
  private static final int NOT_WORKING = 31;
  private static final int FAILURE = 43;

  /** Cannot start, to be installed again, registration, file, signature. */
  private static final Set<Integer> BROKEN = Set.of(10, 18, 19, 39, 52);

  /** Those that bring a machine down when they are far too old. */
  private static final Set<DeviceKind> SCRIBBLING =
      Set.of(DeviceKind.NETWORK, DeviceKind.WIRELESS, DeviceKind.GRAPHICS);

  /** Judges one device. */
  public static Judged of(Device device, Platform platform, DriverCatalog catalog, Habits habits) {
    return new Look(device, platform, catalog, habits).judged();
  }

  /**
   * The right one of those that fit: never one with a flaw, the closest match, from where the shop
   * takes this kind, the newest.
   */
  static Optional<DriverPackage> best(
      Device device, List<DriverPackage> fit, Platform platform, Habits habits) {
    Source wanted = habits.makers().contains(device.kind()) ? Source.MAKER : Source.UPDATE;
    return fit.stream()
        .filter(p -> p.runsOn(platform) && p.flaw(platform).isEmpty())
        .min(
            Comparator.<DriverPackage, Rank>comparing(p -> p.rank(device).orElse(Rank.CLASS))
                .thenComparing(p -> p.source() == wanted ? 0 : 1)
                .thenComparing(DriverPackage::date, Comparator.reverseOrder())
                .thenComparing(DriverPackage::id));
  }

  /** One look at one device; what is worst is said. */
  private static final class Look {
    private final Device device;
    private final Platform platform;
    private final Habits habits;
    private final Optional<DriverPackage> on;
    private final Optional<DriverPackage> best;
    private final int mark;

    Look(Device device, Platform platform, DriverCatalog catalog, Habits habits) {
      this.device = device;
      this.platform = platform;
      this.habits = habits;
      this.on =
          device.version().isEmpty()
              ? Optional.empty()
              : catalog.published(device.provider(), device.version());
      this.best = best(device, catalog.packages(device), platform, habits);
      this.mark = device.mark().orElse(0);
    }

    Judged judged() {
      return waiting()
          .or(this::missing)
          .or(this::flawed)
          .or(this::old)
          .or(this::generic)
          .or(this::otherBranch)
          .or(this::damaged)
          .or(this::failing)
          .orElseGet(this::good);
    }

    private Optional<Judged> waiting() {
      return switch (mark) {
        case OFF ->
            Optional.of(
                none(Verdict.OFF, "mark 22, " + platform.mark(OFF) + ": it can be switched on"));
        case RESTART_DUE -> Optional.of(none(Verdict.RESTART, "mark 14: restart, then look again"));
        default -> Optional.empty();
      };
    }

    private Optional<Judged> missing() {
      return device.undriven()
          ? Optional.of(
              taking(
                  Verdict.MISSING,
                  device.mark().isPresent() ? marked() : "the list gives no driver",
                  best))
          : Optional.empty();
    }

    private Optional<Judged> flawed() {
      return on.flatMap(p -> p.flaw(platform))
          .map(flaw -> taking(Verdict.CRASHES, device.version() + ": " + flaw.words(), best));
    }

    private Optional<Judged> old() {
      Optional<DriverPackage> newer = best.filter(this::newer);
      boolean old =
          platform.released().isPresent()
              && device
                  .date()
                  .filter(d -> d.isBefore(platform.released().get().minusYears(OLD_YEARS)))
                  .isPresent()
              && (newer.isPresent() || SCRIBBLING.contains(device.kind()));
      return old
          ? Optional.of(
              taking(
                  Verdict.OLD,
                  "of "
                      + device.date().orElseThrow()
                      + ", "
                      + platform.name()
                      + " is of "
                      + platform.released().orElseThrow(),
                  newer))
          : Optional.empty();
    }

    private Optional<Judged> generic() {
      return platform.generic(device.provider())
              && best.filter(p -> !platform.generic(p.provider())).isPresent()
          ? Optional.of(taking(Verdict.GENERIC, "provider " + device.provider(), best))
          : Optional.empty();
    }

    private Optional<Judged> otherBranch() {
      if (on.isEmpty() || best.isEmpty()) {
        return Optional.empty();
      }
      Branch is = on.get().branch();
      Branch right = best.get().branch();
      String why =
          is != right
              ? right == Branch.LEGACY
                  ? "this model stands in the legacy branch alone"
                  : "the legacy branch is on, the current one lists this model"
              : best.get().owner() == Owner.MACHINE && on.get().owner() == Owner.CHIP
                  ? "the machine's maker has its own for this build"
                  : "";
      return why.isEmpty()
          ? Optional.empty()
          : Optional.of(taking(Verdict.OTHER_BRANCH, why, best));
    }

    private Optional<Judged> damaged() {
      return BROKEN.contains(mark)
          ? Optional.of(taking(Verdict.DAMAGED, marked(), best.or(() -> on)))
          : Optional.empty();
    }

    /** A newer driver is worth a try before the part is accused. */
    private Optional<Judged> failing() {
      if (mark != FAILURE && mark != NOT_WORKING) {
        return Optional.empty();
      }
      Optional<DriverPackage> newer = best.filter(this::newer);
      return Optional.of(
          newer.isPresent()
              ? taking(Verdict.DAMAGED, marked() + "; a newer one is published", newer)
              : none(
                  Verdict.PART,
                  marked() + ", with the newest driver: the part, its seat, its power"));
    }

    private Judged good() {
      if (best.isEmpty()) {
        return device.id().isEmpty()
            ? none(Verdict.UNKNOWN, "the list gives no hardware id")
            : none(Verdict.UNKNOWN, "nobody publishes one for " + platform.name());
      }
      return newer(best.get())
          ? none(
              Verdict.BEHIND,
              best.get().version() + " of " + best.get().date() + "; only for a named reason")
          : none(
              Verdict.FINE,
              device.version().isEmpty() ? "the system drives it" : "version " + device.version());
    }

    /** Versions of one provider are compared by number, of two by their days. */
    private boolean newer(DriverPackage take) {
      if (device.version().isEmpty()) {
        return true;
      }
      return device.provider().isEmpty() || device.provider().equalsIgnoreCase(take.provider())
          ? DriverPackage.older(device.version(), take.version())
          : device.date().filter(day -> !day.isBefore(take.date())).isEmpty();
    }

    private String marked() {
      return "mark " + mark + ", " + platform.mark(mark);
    }

    private Judged none(Verdict verdict, String because) {
      return new Judged(
          device, verdict, because, on, Optional.empty(), Optional.empty(), false, "");
    }

    private Judged taking(Verdict verdict, String because, Optional<DriverPackage> take) {
      if (take.isEmpty()) {
        return none(verdict, because);
      }
      String why = clean(verdict, take.get());
      String how =
          device.undriven()
              ? "express: there is nothing under it"
              : why.isEmpty() ? "express: the customer's settings stay" : "clean: " + why;
      return new Judged(
          device,
          verdict,
          because,
          on,
          take,
          take.flatMap(p -> p.rank(device)),
          !why.isEmpty(),
          how);
    }

    /** Why the old one goes out first; empty if it need not. */
    private String clean(Verdict verdict, DriverPackage take) {
      if (device.undriven()) {
        return "";
      }
      if (verdict == Verdict.CRASHES || verdict == Verdict.DAMAGED) {
        return "nothing of the old one may stay";
      }
      if (verdict == Verdict.OLD) {
        return "the far older one underneath could be taken again";
      }
      boolean otherHand =
          on.isPresent()
              ? on.get().owner() != take.owner() || on.get().branch() != take.branch()
              : !device.provider().equalsIgnoreCase(take.provider());
      if (otherHand && verdict != Verdict.GENERIC && !platform.generic(device.provider())) {
        return "it comes from another branch or maker";
      }
      if (habits.settingsSuspected()) {
        return "a setting may be the fault";
      }
      return habits.alwaysClean() ? "so the shop does it" : "";
    }
  }
}
