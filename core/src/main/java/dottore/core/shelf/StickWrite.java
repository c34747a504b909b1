package dottore.core.shelf;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * Writes images to a stick and proves it. First marks are set over the size that the stick claims
 * and read again: one that holds less than it says shows itself before an hour is lost. Then every
 * block is written, then every block is read back and compared.
 */
public final class StickWrite {
  /** What it is at. */
  public enum Phase {
    PROBE("Trying its size"),
    WRITE("Writing"),
    COMPARE("Reading back");

    private final String words;

    Phase(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** How it ended. */
  public enum Verdict {
    GOOD,
    /** It holds less than it says. */
    SHORT,
    /** Blocks came back otherwise than they were written. */
    WORN,
    /** It refused to be written or read. */
    REFUSED,
    CANCELLED
  }

  /**
   * What came of it.
   *
   * @param block where it went wrong, or how many blocks a short one has at most
   * @param words for the one who holds it
   */
  public record Result(Verdict verdict, long block, String words) {}

  /** Whoever watches. */
  @FunctionalInterface
  public interface Watch {
    /**
     * @return whether to go on
     */
    boolean goOn(Phase phase, long done, long total);
  }

  private static final double GB = 1e9;
  private static final int THREE = 3;
  private static final int ANYWHERE = 200;

  private final Medium medium;
  private final Medium.Source source;

  public StickWrite(Medium medium, Medium.Source source) {
    this.medium = medium;
    this.source = source;
  }

  /**
   * Writes and compares.
   *
   * @param from the first block that is not written yet; 0 at the beginning
   */
  public Result run(long from, Watch watch) {
    try {
      if (from == 0) {
        long holds = probe();
        if (holds < medium.blocks()) {
          return new Result(
              Verdict.SHORT,
              holds,
              String.format(
                  java.util.Locale.ROOT,
                  "It says %.0f GB and holds no more than %.1f: counterfeit. Do not use it.",
                  medium.blocks() * (double) Medium.BLOCK / GB,
                  holds * (double) Medium.BLOCK / GB));
        }
        if (!watch.goOn(Phase.PROBE, 1, 1)) {
          return cancelled(0);
        }
      }
      long total = source.blocks();
      for (long block = from; block < total; block++) {
        medium.write(block, source.block(block, medium.content()));
        if (!watch.goOn(Phase.WRITE, block + 1, total)) {
          return cancelled(block + 1);
        }
      }
      long bad = 0;
      long first = -1;
      for (long block = 0; block < total; block++) {
        if (!Arrays.equals(medium.read(block), source.block(block, medium.content()))) {
          bad++;
          first = first < 0 ? block : first;
        }
        if (!watch.goOn(Phase.COMPARE, block + 1, total)) {
          return cancelled(total);
        }
      }
      return bad == 0
          ? new Result(Verdict.GOOD, 0, "Written, read back and equal.")
          : new Result(
              Verdict.WORN,
              first,
              bad
                  + " of "
                  + total
                  + " MiB came back otherwise, the first at "
                  + first
                  + " MiB: worn. Do not use it.");
    } catch (IOException refused) {
      return new Result(
          Verdict.REFUSED,
          -1,
          "It refused: " + refused.getMessage() + ". Try another socket once; then it is worn.");
    }
  }

  private static Result cancelled(long at) {
    return new Result(
        Verdict.CANCELLED, at, "Stopped by hand: what is on it now starts no machine.");
  }

  /**
   * How many blocks it holds at most, as far as its marks tell: all, or fewer than it claims. Marks
   * stand at powers of two and three times as far, so that a stick of one to seven parts of a power
   * of two, as chips are, that claims twice as much, writes one mark over another. Others stand
   * anywhere, for the sizes in between.
   */
  private long probe() throws IOException {
    SortedSet<Long> places = new TreeSet<>(List.of(0L, medium.blocks() - 1));
    for (long place = 1; place < medium.blocks(); place *= 2) {
      places.add(place);
      places.add(Math.min(THREE * place, medium.blocks() - 1));
    }
    new Random(medium.blocks())
        .longs(ANYWHERE, 0, medium.blocks())
        .forEach(place -> places.add(place));
    for (long place : places) {
      medium.write(place, mark(place));
    }
    long most = medium.blocks();
    for (long place : places) {
      byte[] found = medium.read(place);
      if (!Arrays.equals(found, mark(place))) {
        // Another mark came back: the two places are one, so it holds at most what lies between.
        if (nearly(found, mark(place))) {
          continue; // its own mark, damaged: worn, which reading back tells
        }
        long other = ByteBuffer.wrap(found).getLong();
        most = Math.min(most, places.contains(other) ? Math.abs(other - place) : place);
      }
    }
    return most;
  }

  /** Whether less than an eighth of the bytes differ. */
  private static boolean nearly(byte[] found, byte[] meant) {
    int differ = 0;
    for (int i = 0; i < meant.length; i++) {
      differ += found[i] == meant[i] ? 0 : 1;
    }
    return differ * Byte.SIZE < meant.length;
  }

  private byte[] mark(long place) {
    byte[] bytes = new byte[medium.content()];
    new Random(0x5EED ^ place).nextBytes(bytes);
    ByteBuffer.wrap(bytes).putLong(place);
    return bytes;
  }
}
