package dottore.core.driver;

import dottore.core.driver.DriverPackage.Branch;
import dottore.core.driver.DriverPackage.Carried;
import dottore.core.driver.DriverPackage.Fit;
import dottore.core.driver.DriverPackage.Flaw;
import dottore.core.driver.DriverPackage.Owner;
import dottore.core.driver.DriverPackage.Restart;
import dottore.core.driver.DriverPackage.Source;
import dottore.core.machine.Device;
import dottore.core.machine.DeviceId;
import dottore.core.machine.DeviceKind;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/** Packages and devices of no real maker, and a catalog of them. */
final class Packages {
  static final Platform DESK =
      new Platform(
          "desk-12",
          "Desk 12",
          "Desk Works",
          Optional.of(LocalDate.of(2024, 10, 1)),
          OptionalInt.of(64),
          java.util.Map.of("0xC1", "the clock ran backward"),
          java.util.Map.of("10", "it does not begin"));

  private Packages() {}

  static final class Some {
    private final String id;
    private final DeviceKind kind;
    private String line;
    private String provider = "Brisk";
    private Source source = Source.MAKER;
    private Owner owner = Owner.CHIP;
    private Branch branch = Branch.CURRENT;
    private String version = "2.0";
    private LocalDate date = LocalDate.of(2025, 3, 1);
    private List<Fit> fits = List.of();
    private final List<Carried> carries = new ArrayList<>();
    private Set<String> needs = Set.of();
    private Restart restart = Restart.NONE;
    private Set<String> modules = Set.of();
    private List<Flaw> flaws = List.of();

    private Some(String id, DeviceKind kind) {
      this.id = id;
      this.kind = kind;
      this.line = id;
    }

    Some line(String of) {
      line = of;
      return this;
    }

    Some by(String who, Owner whose) {
      provider = who;
      owner = whose;
      return this;
    }

    Some from(Source where) {
      source = where;
      return this;
    }

    Some in(Branch which) {
      branch = which;
      return this;
    }

    Some version(String number, LocalDate day) {
      version = number;
      date = day;
      return this;
    }

    Some version(String number) {
      version = number;
      return this;
    }

    Some fits(String... ids) {
      fits = java.util.Arrays.stream(ids).map(id -> Fit.of(DeviceId.in(id).orElseThrow())).toList();
      return this;
    }

    Some carrying(String of, String number, boolean removable) {
      carries.add(new Carried(of, of, number, removable));
      return this;
    }

    Some needing(String... ids) {
      needs = Set.of(ids);
      return this;
    }

    Some restarting(Restart how) {
      restart = how;
      return this;
    }

    Some module(String... files) {
      modules = Set.of(files);
      return this;
    }

    Some flawed(String words) {
      flaws = List.of(new Flaw(words, Set.of()));
      return this;
    }

    DriverPackage done() {
      return new DriverPackage(
          id,
          line,
          "Package " + id,
          kind,
          provider,
          source,
          owner,
          branch,
          version,
          date,
          Set.of("desk-12"),
          Set.of(64),
          fits,
          carries,
          needs,
          restart,
          40,
          modules,
          flaws);
    }
  }

  static Some some(String id, DeviceKind kind) {
    return new Some(id, kind);
  }

  static Device device(
      String name,
      String id,
      DeviceKind kind,
      int mark,
      String provider,
      String date,
      String version) {
    return new Device(
        name,
        DeviceId.in(id),
        kind,
        mark == 0 ? OptionalInt.empty() : OptionalInt.of(mark),
        provider,
        date.isEmpty() ? Optional.empty() : Optional.of(LocalDate.parse(date)),
        version,
        "");
  }

  static DriverCatalog catalog(DriverPackage... all) {
    return DriverCatalog.of(List.of(all));
  }
}
