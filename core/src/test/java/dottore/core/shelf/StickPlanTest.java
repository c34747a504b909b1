package dottore.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.BootMode;
import dottore.core.shelf.ShelfStick.Carried;
import dottore.core.shelf.StickPlan.Layout;
import dottore.core.shelf.StickPlan.Wish;
import dottore.core.units.Capacity;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class StickPlanTest {
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 26);

  private static Image image(long id, double gb, boolean alone) {
    return new Image(
        id,
        "Image " + id,
        "1",
        Optional.of(TODAY.minusDays(10)),
        64,
        Set.of(BootMode.NEW),
        Capacity.ofGigabytes(gb),
        Capacity.ofGigabytes(Math.min(gb, 2)),
        alone,
        true);
  }

  private static ShelfStick stick(long id, double gb, Carried... carried) {
    return new ShelfStick(
        id, "Stick " + id, Capacity.ofGigabytes(gb), OptionalDouble.of(20), List.of(carried));
  }

  private static StickPlan plan(List<ShelfStick> sticks, Wish... wishes) {
    return StickPlan.of(sticks, List.of(wishes), List.of(), TODAY);
  }

  @Test
  void whatMachinesWaitForComesFirst() {
    StickPlan plan =
        plan(
            List.of(stick(1, 8)), new Wish(image(1, 6, false), 0), new Wish(image(2, 6, false), 2));
    assertThat(plan.loads().get(0).images()).extracting(Image::id).containsExactly(2L);
    assertThat(plan.leftOut().get(0).why()).contains("wait for");
    assertThat(plan.exact()).isTrue();
  }

  @Test
  void aRecoveryImageStaysAlone() {
    StickPlan plan =
        plan(
            List.of(stick(1, 64), stick(2, 16)),
            new Wish(image(1, 6, true), 0),
            new Wish(image(2, 6, false), 0),
            new Wish(image(3, 3, false), 0));
    assertThat(plan.leftOut()).isEmpty();
    for (StickPlan.Load load : plan.loads()) {
      boolean recovery = load.images().stream().anyMatch(Image::alone);
      assertThat(!recovery || load.images().size() == 1).isTrue();
    }
  }

  @Test
  void whatIsThereAndFreshIsNotWrittenAgain() {
    Image there = image(1, 6, false);
    ShelfStick carrying = stick(2, 8, new Carried(there, TODAY.minusDays(30)));
    StickPlan plan = plan(List.of(stick(1, 8), carrying), new Wish(there, 0));
    assertThat(plan.loads().get(0).stick()).isEqualTo(carrying);
    assertThat(plan.loads().get(0).write()).isEmpty();
    ShelfStick old = stick(2, 8, new Carried(there, TODAY.minusDays(91)));
    assertThat(plan(List.of(old), new Wish(there, 0)).loads().get(0).write())
        .containsExactly(there);
  }

  @Test
  void aFileOfFourGibibytesDoesNotLieOnFat() {
    Image large =
        new Image(
            1,
            "Big",
            "2",
            Optional.empty(),
            64,
            Set.of(BootMode.OLD),
            Capacity.ofGibibytes(6),
            Capacity.ofGibibytes(4),
            false,
            false);
    StickPlan.Load load = plan(List.of(stick(1, 16)), new Wish(large, 0)).loads().get(0);
    assertThat(load.layout()).isEqualTo(Layout.HELPER);
    assertThat(load.notes())
        .anyMatch(n -> n.contains("4 GiB"))
        .anyMatch(n -> n.contains("old way"));
    assertThat(load.time().least().value()).isLessThan(load.time().most().value());
  }

  @Test
  void saysWhyNothingFits() {
    assertThat(plan(List.of(), new Wish(image(1, 6, false), 0)).leftOut().get(0).why())
        .contains("no stick");
    assertThat(plan(List.of(stick(1, 4)), new Wish(image(1, 6, false), 0)).leftOut().get(0).why())
        .contains("larger than any");
  }

  /** Every way of placing every image, tried one by one. */
  private static double optimum(List<ShelfStick> sticks, List<Wish> wishes, int[] chosen, int at) {
    if (at == wishes.size()) {
      double worth = 0;
      for (int s = 0; s < sticks.size(); s++) {
        long bytes = 0;
        int count = 0;
        boolean alone = false;
        for (int i = 0; i < chosen.length; i++) {
          if (chosen[i] == s) {
            bytes += wishes.get(i).image().size().bytes();
            count++;
            alone |= wishes.get(i).image().alone();
            worth += 1 + wishes.get(i).waiting();
          }
        }
        if (bytes > sticks.get(s).room() || alone && count > 1) {
          return -1;
        }
      }
      return worth;
    }
    double best = -1;
    for (int s = -1; s < sticks.size(); s++) {
      chosen[at] = s;
      best = Math.max(best, optimum(sticks, wishes, chosen, at + 1));
    }
    return best;
  }

  @Test
  void isTheOptimumOnFiveHundredShelves() {
    Random random = new Random(11);
    for (int shelf = 0; shelf < 500; shelf++) {
      List<ShelfStick> sticks = new ArrayList<>();
      for (int s = 1 + random.nextInt(3); s > 0; s--) {
        sticks.add(stick(s, new double[] {4, 8, 16, 32}[random.nextInt(4)]));
      }
      List<Wish> wishes = new ArrayList<>();
      for (int i = 1 + random.nextInt(6); i > 0; i--) {
        wishes.add(
            new Wish(
                image(i, 0.5 + random.nextInt(12), random.nextInt(4) == 0), random.nextInt(3)));
      }
      StickPlan plan = StickPlan.of(sticks, wishes, List.of(), TODAY);
      double optimum = optimum(sticks, wishes, new int[wishes.size()], 0);
      assertThat(plan.worth(wishes)).as("shelf %d", shelf).isEqualTo(optimum);
      assertThat(plan.exact()).isTrue();
      for (StickPlan.Load load : plan.loads()) {
        assertThat(load.images().stream().mapToLong(i -> i.size().bytes()).sum())
            .isLessThanOrEqualTo(load.stick().room());
      }
    }
  }

  /** A large shelf ends in time, and what was found by then is a plan. */
  @Test
  void aLargeShelfEndsInTime() {
    Random random = new Random(3);
    List<ShelfStick> sticks = new ArrayList<>();
    List<Wish> wishes = new ArrayList<>();
    for (int i = 1; i <= 30; i++) {
      sticks.add(stick(i, new double[] {8, 16, 32, 64}[random.nextInt(4)]));
      wishes.add(new Wish(image(i, 1 + 9 * random.nextDouble(), i % 5 == 0), random.nextInt(4)));
      wishes.add(new Wish(image(100 + i, 1 + 30 * random.nextDouble(), false), 0));
    }
    long before = System.nanoTime();
    StickPlan plan = StickPlan.of(sticks, wishes, List.of(), TODAY);
    assertThat((System.nanoTime() - before) / 1e9).isLessThan(5);
    assertThat(plan.loads().size() + plan.leftOut().size()).isPositive();
  }
}
