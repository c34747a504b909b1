package dottore.app.standin;

import dottore.core.driver.DriverCatalog;
import dottore.core.driver.DriverPackage;
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
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.dataformat.yaml.YAMLMapper;

/** Packages of invented makers, and of the update service of an invented system. */
@Component
@ConditionalOnProperty(
    name = "dottore.driver-catalog",
    havingValue = "stand-in",
    matchIfMissing = true)
class StandInDrivers implements DriverCatalog {
  record Part(String line, String words, String version, boolean removable) {}

  record Known(String words, @Nullable Set<String> systems) {}

  record Entry(
      String id,
      String line,
      String name,
      String kind,
      String provider,
      @Nullable Source source,
      @Nullable Owner owner,
      @Nullable Branch branch,
      String version,
      LocalDate date,
      Set<String> systems,
      @Nullable Set<Integer> bits,
      List<String> fits,
      @Nullable List<Part> carries,
      @Nullable Set<String> needs,
      @Nullable Restart restart,
      int megabytes,
      @Nullable Set<String> modules,
      @Nullable List<Known> flaws) {}

  private final DriverCatalog catalog;

  StandInDrivers() {
    ObjectMapper yaml =
        YAMLMapper.builder()
            .enable(tools.jackson.databind.MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS)
            .build();
    try (InputStream in = StandInDrivers.class.getResourceAsStream("/standin/drivers.yaml")) {
      List<Entry> read =
          yaml.readValue(Objects.requireNonNull(in), new TypeReference<List<Entry>>() {});
      catalog = DriverCatalog.of(read.stream().map(StandInDrivers::of).toList());
    } catch (IOException broken) {
      throw new UncheckedIOException("the drivers' catalog can not be read", broken);
    }
  }

  private static DriverPackage of(Entry e) {
    return new DriverPackage(
        e.id(),
        e.line(),
        e.name(),
        DeviceKind.of(e.kind()).orElseThrow(),
        e.provider(),
        Objects.requireNonNullElse(e.source(), Source.MAKER),
        Objects.requireNonNullElse(e.owner(), Owner.CHIP),
        Objects.requireNonNullElse(e.branch(), Branch.CURRENT),
        e.version(),
        e.date(),
        e.systems(),
        Objects.requireNonNullElse(e.bits(), Set.of(32, 64)),
        e.fits().stream().map(StandInDrivers::fit).toList(),
        orNone(e.carries()).stream()
            .map(p -> new Carried(p.line(), p.words(), p.version(), p.removable()))
            .toList(),
        Objects.requireNonNullElse(e.needs(), Set.of()),
        Objects.requireNonNullElse(e.restart(), Restart.NONE),
        e.megabytes(),
        Objects.requireNonNullElse(e.modules(), Set.of()),
        orNone(e.flaws()).stream()
            .map(f -> new Flaw(f.words(), Objects.requireNonNullElse(f.systems(), Set.of())))
            .toList());
  }

  private static Fit fit(String id) {
    return id.equals("any") ? Fit.ANY : Fit.of(DeviceId.in(id).orElseThrow());
  }

  private static <T> List<T> orNone(@Nullable List<T> list) {
    return list == null ? List.of() : list;
  }

  @Override
  public List<DriverPackage> packages(Device device) {
    return catalog.packages(device);
  }

  @Override
  public Optional<DriverPackage> published(String provider, String version) {
    return catalog.published(provider, version);
  }

  @Override
  public List<DriverPackage> ofModule(String module) {
    return catalog.ofModule(module);
  }
}
