package dottore.core.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.shelf.StickWrite.Phase;
import dottore.core.shelf.StickWrite.Result;
import dottore.core.shelf.StickWrite.Verdict;
import java.io.IOException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class StickWriteTest {
  private static final int CONTENT = 64;

  /** A stick in memory that wraps around where it really ends. */
  private static class Stick implements Medium {
    final Map<Long, byte[]> kept = new HashMap<>();
    final long claims;
    final long holds;

    Stick(long claims, long holds) {
      this.claims = claims;
      this.holds = holds;
    }

    @Override
    public long blocks() {
      return claims;
    }

    @Override
    public int content() {
      return CONTENT;
    }

    @Override
    public void write(long block, byte[] content) throws IOException {
      kept.put(block % holds, content.clone());
    }

    @Override
    public byte[] read(long block) throws IOException {
      return kept.getOrDefault(block % holds, new byte[CONTENT]).clone();
    }

    @Override
    public void close() {}
  }

  private static Medium.Source source(long blocks) {
    return new Medium.Source() {
      @Override
      public long blocks() {
        return blocks;
      }

      @Override
      public byte[] block(long index, int content) {
        byte[] bytes = new byte[content];
        new Random(99 + index).nextBytes(bytes);
        return bytes;
      }
    };
  }

  private static Result run(Medium medium, long blocks) {
    return new StickWrite(medium, source(blocks)).run(0, (phase, done, total) -> true);
  }

  @Test
  void aGoodStickIsWrittenAndProved() {
    Stick stick = new Stick(4096, 4096);
    assertThat(run(stick, 1000).verdict()).isEqualTo(Verdict.GOOD);
    for (long block = 0; block < 1000; block++) {
      assertThat(stick.kept.get(block)).isEqualTo(source(1000).block(block, CONTENT));
    }
  }

  /** Wherever it really ends, a stick that claims more is found out before it is written. */
  @Property(tries = 500)
  void aStickThatHoldsLessIsFoundOutAtOnce(
      @ForAll @IntRange(min = 1, max = 7) int parts,
      @ForAll @IntRange(min = 3, max = 13) int power,
      @ForAll @IntRange(max = 60_000) int more) {
    int holds = parts << power;
    Stick stick = new Stick(2L * holds + more, holds);
    boolean[] wrote = new boolean[1];
    Result result =
        new StickWrite(stick, source(Math.min(holds, 50)))
            .run(
                0,
                (phase, done, total) -> {
                  wrote[0] |= phase == Phase.WRITE;
                  return true;
                });
    assertThat(result.verdict()).isEqualTo(Verdict.SHORT);
    assertThat(wrote[0]).isFalse();
    assertThat(result.block()).isBetween((long) holds, stick.claims - 1);
    assertThat(result.words()).contains("counterfeit");
  }

  /** Of sizes in between nearly all are found out before an hour is lost. */
  @Test
  void oddSizesAreFoundOutMostly() {
    int found = 0;
    Random random = new Random(4);
    for (int i = 0; i < 200; i++) {
      int holds = 1000 + random.nextInt(14_000);
      Stick stick = new Stick(2L * holds + random.nextInt(holds), holds);
      found += run(stick, 10).verdict() == Verdict.SHORT ? 1 : 0;
    }
    assertThat(found).isGreaterThan(170);
  }

  @Test
  void oneThatDropsWhatIsBeyondIsFoundOutToo() {
    Stick stick =
        new Stick(1 << 14, 1 << 14) {
          @Override
          public void write(long block, byte[] content) throws IOException {
            if (block < 3000) {
              super.write(block, content);
            }
          }
        };
    assertThat(run(stick, 100).verdict()).isEqualTo(Verdict.SHORT);
    assertThat(run(stick, 100).block()).isBetween(3000L, 3072L);
  }

  @Test
  void aWornStickIsFoundOutByReadingBack() {
    Stick stick =
        new Stick(4096, 4096) {
          @Override
          public byte[] read(long block) throws IOException {
            byte[] bytes = super.read(block);
            if (block % 100 == 0 && block >= 700) {
              bytes[3] ^= 1;
            }
            return bytes;
          }
        };
    Result result = run(stick, 1000);
    assertThat(result.verdict()).isEqualTo(Verdict.WORN);
    assertThat(result.block()).isEqualTo(700);
  }

  @Test
  void oneThatRefusesSaysSo() {
    Stick stick =
        new Stick(4096, 4096) {
          @Override
          public void write(long block, byte[] content) throws IOException {
            if (block == 12) {
              throw new IOException("write error at 12 MiB");
            }
            super.write(block, content);
          }
        };
    assertThat(run(stick, 100).verdict()).isEqualTo(Verdict.REFUSED);
    assertThat(run(stick, 100).words()).contains("12 MiB");
  }

  /** Stopped anywhere and gone on with from there, the stick is the same as in one go. */
  @Property(tries = 100)
  void goesOnWhereItStopped(@ForAll @IntRange(min = 1, max = 299) int stop) {
    Stick stick = new Stick(4096, 4096);
    Result first =
        new StickWrite(stick, source(300))
            .run(0, (phase, done, total) -> phase != Phase.WRITE || done < stop);
    assertThat(first.verdict()).isEqualTo(Verdict.CANCELLED);
    assertThat(first.block()).isEqualTo(stop);
    Result second = new StickWrite(stick, source(300)).run(stop, (phase, done, total) -> true);
    assertThat(second.verdict()).isEqualTo(Verdict.GOOD);
    Stick whole = new Stick(4096, 4096);
    run(whole, 300);
    for (long block = 0; block < 300; block++) {
      assertThat(Arrays.equals(stick.kept.get(block), whole.kept.get(block))).isTrue();
    }
  }
}
