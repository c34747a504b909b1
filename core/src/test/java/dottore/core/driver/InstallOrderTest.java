package dottore.core.driver;

import static dottore.core.driver.Packages.some;
import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.driver.DriverPackage.Restart;
import dottore.core.driver.DriverPackage.Source;
import dottore.core.driver.InstallOrder.Install;
import dottore.core.driver.InstallOrder.Move;
import dottore.core.driver.InstallOrder.Start;
import dottore.core.machine.DeviceKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

class InstallOrderTest {
  private static final DeviceKind[] PLAIN = {
    DeviceKind.AUDIO, DeviceKind.TOUCH, DeviceKind.CAMERA, DeviceKind.OTHER
  };

  @Test
  void chipsetGoesBeforeGraphicsWithOneRestartBetween() {
    DriverPackage graphics =
        some("a-graphics", DeviceKind.GRAPHICS).restarting(Restart.BEFORE_NEXT).done();
    DriverPackage chipset =
        some("z-chipset", DeviceKind.CHIPSET).restarting(Restart.BEFORE_NEXT).done();
    DriverPackage sound = some("sound", DeviceKind.AUDIO).done();
    InstallOrder order = InstallOrder.of(Set.of(graphics, chipset, sound), Map.of(), false);
    assertThat(order.packages()).containsExactly(chipset, sound, graphics);
    assertThat(order.restarts()).isEqualTo(2);
    assertThat(order.moves().get(order.moves().size() - 1)).isInstanceOf(Start.class);
  }

  @Test
  void withoutNetworkItsDriverGoesFirst() {
    DriverPackage network = some("network", DeviceKind.NETWORK).done();
    DriverPackage chipset = some("chipset", DeviceKind.CHIPSET).from(Source.UPDATE).done();
    assertThat(InstallOrder.of(Set.of(network, chipset), Map.of(), true).packages())
        .containsExactly(network, chipset);
    assertThat(InstallOrder.of(Set.of(network, chipset), Map.of(), false).packages())
        .containsExactly(chipset, network);
  }

  @Test
  void anOlderPartGoesUnderTheNewerPackage() {
    DriverPackage touch = some("touch", DeviceKind.TOUCH).carrying("graphics", "1.4", false).done();
    DriverPackage graphics = some("graphics", DeviceKind.GRAPHICS).version("2.1").done();
    InstallOrder order = InstallOrder.of(Set.of(touch, graphics), Map.of("graphics", "1.9"), false);
    assertThat(order.packages()).containsExactly(touch, graphics);
    assertThat(order.after(Map.of("graphics", "1.9"))).containsEntry("graphics", "2.1");
  }

  @Test
  void anOlderPartIsLeftOutWhereNothingComesAfterIt() {
    DriverPackage chipset =
        some("chipset", DeviceKind.CHIPSET).carrying("graphics", "1.4", true).done();
    InstallOrder order = InstallOrder.of(Set.of(chipset), Map.of("graphics", "2.1"), false);
    assertThat(order.moves()).containsExactly(new Install(chipset, Set.of("graphics")));
    assertThat(((Install) order.moves().get(0)).leftOut()).isEqualTo("graphics");
  }

  @Test
  void whatWouldOverwriteInAnyCaseIsHeldBackWithWhatNeedsIt() {
    DriverPackage tool = some("tool", DeviceKind.OTHER).carrying("graphics", "1.4", false).done();
    DriverPackage panel = some("panel", DeviceKind.TOUCH).needing("tool").done();
    DriverPackage sound = some("sound", DeviceKind.AUDIO).done();
    InstallOrder order =
        InstallOrder.of(Set.of(tool, panel, sound), Map.of("graphics", "2.1"), false);
    assertThat(order.packages()).containsExactly(sound);
    assertThat(order.held()).containsOnlyKeys(tool, panel);
    assertThat(order.held().get(tool)).contains("graphics 1.4").contains("cannot leave it out");
  }

  @Test
  void noPackageLiesOverANewerOneInAThousandCatalogs() {
    int carried = 0;
    int held = 0;
    for (int seed = 0; seed < 1000; seed++) {
      Random random = new Random(seed);
      Set<DriverPackage> chosen = catalog(random, 8, true);
      Map<String, String> stays = new HashMap<>();
      for (int line = 8; line < 11; line++) {
        stays.put("p" + line, "1." + random.nextInt(9));
      }
      InstallOrder order = InstallOrder.of(chosen, stays, random.nextBoolean());
      Map<String, String> after = order.after(stays);
      stays.forEach(
          (line, version) ->
              assertThat(DriverPackage.older(after.get(line), version))
                  .as("%s of seed in %s", line, order)
                  .isFalse());
      for (DriverPackage p : order.packages()) {
        assertThat(DriverPackage.older(after.getOrDefault(p.line(), ""), p.version()))
            .as(p.id())
            .isFalse();
      }
      assertThat(new HashSet<>(order.packages())).hasSize(order.packages().size());
      Set<DriverPackage> all = new HashSet<>(order.packages());
      all.addAll(order.held().keySet());
      assertThat(all).isEqualTo(chosen);
      needsHold(order);
      carried += (int) chosen.stream().filter(p -> !p.carries().isEmpty()).count();
      held += order.held().size();
    }
    assertThat(carried).isGreaterThan(1000);
    assertThat(held).isBetween(50, 3000);
  }

  @Test
  void restartsAreAsFewAsAnyOrderHas() {
    for (int seed = 0; seed < 400; seed++) {
      Set<DriverPackage> chosen = catalog(new Random(seed), 6, false);
      InstallOrder order = InstallOrder.of(chosen, Map.of(), false);
      needsHold(order);
      assertThat(order.moves().stream().filter(Start.class::isInstance).count())
          .isEqualTo(order.restarts());
      assertThat(order.restarts())
          .as("seed %d: %s", seed, order.moves())
          .isEqualTo(fewest(List.copyOf(chosen), new ArrayList<>()));
    }
  }

  /** What is needed is on before, and restarted where it asks for that. */
  private static void needsHold(InstallOrder order) {
    Set<String> usable = new HashSet<>();
    Set<String> pending = new HashSet<>();
    for (Move move : order.moves()) {
      if (move instanceof Install install) {
        for (String need : install.what().needs()) {
          boolean known = order.packages().stream().anyMatch(p -> p.id().equals(need));
          assertThat(!known || usable.contains(need)).as(install.what().id()).isTrue();
        }
        (install.what().restart() == Restart.NONE ? usable : pending).add(install.what().id());
      } else {
        usable.addAll(pending);
        pending.clear();
      }
    }
    assertThat(pending).as("restarted in the end").isEmpty();
  }

  /** Every order is tried; a restart comes only where one is needed. */
  private static int fewest(List<DriverPackage> left, List<DriverPackage> on) {
    if (left.isEmpty()) {
      return restarts(on);
    }
    int best = Integer.MAX_VALUE;
    for (DriverPackage next : left) {
      Set<String> open = new TreeSet<>(left.stream().map(DriverPackage::id).toList());
      if (next.needs().stream().noneMatch(open::contains)) {
        List<DriverPackage> rest = new ArrayList<>(left);
        rest.remove(next);
        List<DriverPackage> more = new ArrayList<>(on);
        more.add(next);
        best = Math.min(best, fewest(rest, more));
      }
    }
    return best;
  }

  private static int restarts(List<DriverPackage> line) {
    int restarts = 0;
    Set<String> pending = new HashSet<>();
    for (DriverPackage p : line) {
      if (p.needs().stream().anyMatch(pending::contains)) {
        restarts++;
        pending.clear();
      }
      if (p.restart() == Restart.BY_ITSELF) {
        restarts++;
        pending.clear();
      } else if (p.restart() == Restart.BEFORE_NEXT) {
        pending.add(p.id());
      }
    }
    return restarts + (pending.isEmpty() ? 0 : 1);
  }

  private static Set<DriverPackage> catalog(Random random, int size, boolean carrying) {
    Set<DriverPackage> packages = new LinkedHashSet<>();
    for (int i = 0; i < size; i++) {
      DeviceKind kind =
          carrying
              ? DeviceKind.values()[random.nextInt(DeviceKind.values().length)]
              : PLAIN[random.nextInt(PLAIN.length)];
      Packages.Some some =
          some("p" + i, kind)
              .version("1." + random.nextInt(9))
              .from(random.nextBoolean() ? Source.MAKER : Source.UPDATE)
              .restarting(Restart.values()[random.nextInt(3)]);
      List<String> needs = new ArrayList<>();
      for (int j = 0; j < i; j++) {
        if (random.nextInt(4) == 0) {
          needs.add("p" + j);
        }
      }
      some.needing(needs.toArray(String[]::new));
      if (carrying && random.nextInt(3) > 0) {
        some.carrying(
            "p" + random.nextInt(size + 3), "1." + random.nextInt(9), random.nextBoolean());
      }
      packages.add(some.done());
    }
    return packages;
  }
}
