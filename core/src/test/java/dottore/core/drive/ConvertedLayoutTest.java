package dottore.core.drive;

import static dottore.core.drive.Disks.mbr;
import static dottore.core.drive.Disks.primary;
import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Part;
import dottore.core.machine.DiskLayout.Use;
import dottore.core.machine.Scheme;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class ConvertedLayoutTest {
  /** Whatever the disk: nothing overlaps afterwards, nothing moves, and nothing but one shrinks. */
  @Test
  void keepsEveryPartitionWhereItIs() {
    SplittableRandom random = new SplittableRandom(41);
    int started = 0;
    for (int round = 0; round < 2000; round++) {
      List<Part> parts = new ArrayList<>();
      long at = 2048;
      for (int i = random.nextInt(1, 4); i > 0; i--) {
        at += random.nextInt(3) == 0 ? random.nextLong(2_000_000) : 0;
        long size = random.nextLong(2048, 4_000_000);
        parts.add(primary(at, size));
        at += size;
      }
      long end = at + random.nextLong(34, 1_500_000);
      DiskLayout now = mbr(end, parts.toArray(Part[]::new));
      DiskLayout after = ConvertedLayout.of(now);
      assertThat(after.scheme()).isEqualTo(Scheme.GPT);
      for (int i = 1; i < after.parts().size(); i++) {
        assertThat(after.parts().get(i).start()).isGreaterThan(after.parts().get(i - 1).end());
      }
      assertThat(after.behind().orElseThrow()).isGreaterThanOrEqualTo(33);
      List<Part> kept = after.parts().stream().filter(p -> p.use() != Use.START).toList();
      assertThat(kept)
          .extracting(Part::start)
          .containsExactlyElementsOf(now.parts().stream().map(Part::start).toList());
      long shrunk = 0;
      for (int i = 0; i < kept.size(); i++) {
        shrunk += kept.get(i).sectors() == now.parts().get(i).sectors() ? 0 : 1;
      }
      assertThat(shrunk).isLessThanOrEqualTo(1);
      started += after.parts().size() - kept.size();
    }
    assertThat(started).isGreaterThan(1500);
  }
}
