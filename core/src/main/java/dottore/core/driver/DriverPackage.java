package dottore.core.driver;

import dottore.core.firmware.VersionScheme;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceId;
import dottore.core.machine.DeviceKind;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Set;

/**
 * A package with drivers, as its maker or the system's update service publishes it.
 *
 * @param id small letters, digits and dashes
 * @param line what it is a version of; only versions of one line can be compared
 * @param kind what it drives
 * @param provider as a device list names it
 * @param systems ids of the systems it is for
 * @param bits of those systems
 * @param fits the devices it is for
 * @param carries what else it brings
 * @param needs ids of packages that must be on before
 * @param restart what it asks for
 * @param megabytes its size
 * @param modules files of its drivers, as a stop screen names them
 * @param flaws what is known against this version
 */
public record DriverPackage(
    String id,
    String line,
    String name,
    DeviceKind kind,
    String provider,
    Source source,
    Owner owner,
    Branch branch,
    String version,
    LocalDate date,
    Set<String> systems,
    Set<Integer> bits,
    List<Fit> fits,
    List<Carried> carries,
    Set<String> needs,
    Restart restart,
    int megabytes,
    Set<String> modules,
    List<Flaw> flaws) {

  /** Where it comes from. */
  public enum Source {
    MAKER("the maker's page"),
    UPDATE("the system's updates");

    private final String words;

    Source(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** Whose it is. */
  public enum Owner {
    /** Of the whole machine: made for its own build of the device. */
    MACHINE("the machine's maker"),
    CHIP("the chip's maker");

    private final String words;

    Owner(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** Whether it still moves. */
  public enum Branch {
    CURRENT,
    /** For chips that the current one has left behind. */
    LEGACY
  }

  /** What it asks for when it is on. */
  public enum Restart {
    NONE,
    /** Before anything that builds on it. */
    BEFORE_NEXT,
    /** It restarts the machine by itself at its end. */
    BY_ITSELF
  }

  /** How close a package names a device, the closest first. */
  public enum Rank {
    SUBSYSTEM_REVISION("this build and revision"),
    SUBSYSTEM("this build"),
    REVISION("this chip and revision"),
    DEVICE("this chip"),
    CLASS("any of its class");

    private final String words;

    Rank(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * A device that it is for.
   *
   * @param vendor and device: -1 for any of the class
   * @param subsystem empty for any build
   * @param revision empty for any
   */
  public record Fit(int vendor, int device, OptionalLong subsystem, OptionalInt revision) {
    /** Any device of the package's kind. */
    public static final Fit ANY = new Fit(-1, -1, OptionalLong.empty(), OptionalInt.empty());

    /** The device of an id. */
    public static Fit of(DeviceId id) {
      return new Fit(id.vendor(), id.device(), id.subsystem(), id.revision());
    }

    private Optional<Rank> rank(DeviceId id) {
      if (vendor < 0) {
        return Optional.of(Rank.CLASS);
      }
      if (vendor != id.vendor()
          || device != id.device()
          || subsystem.isPresent() && !subsystem.equals(id.subsystem())
          || revision.isPresent() && !revision.equals(id.revision())) {
        return Optional.empty();
      }
      if (subsystem.isPresent()) {
        return Optional.of(revision.isPresent() ? Rank.SUBSYSTEM_REVISION : Rank.SUBSYSTEM);
      }
      return Optional.of(revision.isPresent() ? Rank.REVISION : Rank.DEVICE);
    }
  }

  /**
   * A part of it that drives something else.
   *
   * @param line whose version it is
   * @param removable whether its installer lets one leave it out
   */
  public record Carried(String line, String words, String version, boolean removable) {}

  /**
   * What is known against it.
   *
   * @param systems ids of the systems on which it shows; empty for all
   */
  public record Flaw(String words, Set<String> systems) {
    public Flaw {
      systems = Set.copyOf(systems);
    }
  }

  public DriverPackage {
    systems = Set.copyOf(systems);
    bits = Set.copyOf(bits);
    fits = List.copyOf(fits);
    carries = List.copyOf(carries);
    needs = Set.copyOf(needs);
    modules = Set.copyOf(modules);
    flaws = List.copyOf(flaws);
  }

  /** How close it names a device; empty if it is not for it. */
  public Optional<Rank> rank(Device device) {
    if (device.id().isEmpty()) {
      return Optional.empty();
    }
    return fits.stream()
        .flatMap(fit -> fit.rank(device.id().get()).stream())
        .filter(rank -> rank != Rank.CLASS || device.kind() == kind)
        .min(Comparator.naturalOrder());
  }

  /** Whether it is for a system. */
  public boolean runsOn(Platform platform) {
    return systems.contains(platform.system())
        && (platform.bits().isEmpty() || bits.contains(platform.bits().getAsInt()));
  }

  /** What is known against it on a system. */
  public Optional<Flaw> flaw(Platform platform) {
    return flaws.stream()
        .filter(f -> f.systems().isEmpty() || f.systems().contains(platform.system()))
        .findFirst();
  }

  /** Whether a version is older than another, number by number. */
  public static boolean older(String version, String than) {
    return VersionScheme.PLAIN.newer(than, version);
  }

  /** Its name with its version. */
  public String words() {
    return name + " " + version;
  }
}
