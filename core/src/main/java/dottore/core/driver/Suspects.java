package dottore.core.driver;

import dottore.core.driver.Judged.Verdict;
import dottore.core.machine.DeviceKind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Which drivers an event list and a device list accuse together. */
final class Suspects {
  /** A module that is named at a fall says more than who wrote before it. Judgement. */
  private static final double NAMED = 3;

  private static final double BEFORE = 2;
  private static final double FLAWED = 1.5;

  /** Codes that vary are known of old network drivers, which write over the memory of others. */
  private static final double SCRIBBLES = 1.5;

  private static final double OLD = 0.7;

  private final Crashes crashes;
  private final List<Judged> judged;
  private final DriverCatalog catalog;

  Suspects(Crashes crashes, List<Judged> judged, DriverCatalog catalog) {
    this.crashes = crashes;
    this.judged = judged;
    this.catalog = catalog;
  }

  /** All of them, the most accused first. */
  List<Suspect> sorted() {
    Set<String> names = new LinkedHashSet<>(crashes.modules().keySet());
    sources()
        .filter(source -> names.stream().noneMatch(name -> same(name, source)))
        .forEach(names::add);
    List<Suspect> suspects = new ArrayList<>();
    Set<String> devices = new LinkedHashSet<>();
    for (String name : names) {
      Optional<Judged> device = device(name);
      device.ifPresent(d -> devices.add(d.device().key()));
      suspects.add(of(name, device));
    }
    for (Judged device : judged) {
      if (!devices.contains(device.device().key())
          && (device.verdict() == Verdict.CRASHES || scribbles(device))) {
        suspects.add(of(module(device), Optional.of(device)));
      }
    }
    suspects.sort(
        Comparator.comparingDouble(Suspect::weight).reversed().thenComparing(Suspect::name));
    return suspects;
  }

  private static String module(Judged device) {
    return device.device().module().isEmpty() ? device.device().name() : device.device().module();
  }

  private boolean scribbles(Judged device) {
    return crashes.codes() == Crashes.Codes.VARY
        && device.verdict() == Verdict.OLD
        && (device.device().kind() == DeviceKind.NETWORK
            || device.device().kind() == DeviceKind.WIRELESS);
  }

  /** Drivers and devices that wrote shortly before falls. */
  private Stream<String> sources() {
    return crashes.telling().stream()
        .filter(b -> b.sort().driver())
        .map(b -> b.source().toLowerCase(Locale.ROOT));
  }

  private Suspect of(String name, Optional<Judged> device) {
    List<String> because = new ArrayList<>();
    double weight = 0;
    int falls = Math.max(1, crashes.falls().size());
    for (Map.Entry<String, Long> named : crashes.modules().entrySet()) {
      if (same(named.getKey(), name)) {
        because.add("named in " + named.getValue() + " of " + crashes.falls().size() + " falls");
        weight += NAMED * named.getValue() / falls;
      }
    }
    for (Crashes.Before before : crashes.telling()) {
      if (same(before.source(), name)) {
        because.add(
            "wrote warnings within "
                + Crashes.SHORTLY.toMinutes()
                + " minutes before "
                + before.falls());
        weight += BEFORE * before.falls() / falls;
      }
    }
    if (device.isPresent()) {
      Judged judged = device.get();
      if (judged.verdict() == Verdict.CRASHES) {
        because.add("known to crash: " + judged.because());
        weight += FLAWED;
      } else if (judged.verdict() == Verdict.OLD) {
        because.add("its driver is " + judged.because());
        weight += OLD;
      }
      if (scribbles(judged)) {
        because.add("the codes vary, and old network drivers write over the memory of others");
        weight += SCRIBBLES;
      }
    }
    return new Suspect(name, kind(name, device), device.map(Judged::device), because, weight);
  }

  private DeviceKind kind(String name, Optional<Judged> device) {
    return device
        .map(d -> d.device().kind())
        .or(() -> catalog.ofModule(name).stream().map(DriverPackage::kind).findFirst())
        .orElse(DeviceKind.OTHER);
  }

  /** The device of a module: as the list says, or by the packages that hold it. */
  private Optional<Judged> device(String name) {
    return judged.stream()
        .filter(j -> !j.device().module().isEmpty() && same(j.device().module(), name))
        .findFirst()
        .or(
            () ->
                catalog.ofModule(name).stream()
                    .flatMap(
                        p ->
                            judged.stream()
                                .filter(
                                    j ->
                                        p.rank(j.device())
                                            .filter(r -> r != DriverPackage.Rank.CLASS)
                                            .isPresent()))
                    .findFirst());
  }

  /** Whether two names are one module; sources write it without its ending. */
  private static boolean same(String name, String other) {
    return bare(name).equals(bare(other));
  }

  private static String bare(String name) {
    return name.toLowerCase(Locale.ROOT).replaceFirst("\\.[a-z]{2,3}$", "");
  }

  /** What the named modules and sources drive, as far as it is known. */
  Map<String, DeviceKind> kinds() {
    Map<String, DeviceKind> kinds = new TreeMap<>();
    Set<String> names = new LinkedHashSet<>(crashes.modules().keySet());
    sources().forEach(names::add);
    for (String module : names) {
      Optional<Judged> device = device(module);
      if (device.isPresent() || !catalog.ofModule(module).isEmpty()) {
        kinds.put(module, kind(module, device));
      }
    }
    return kinds;
  }
}
