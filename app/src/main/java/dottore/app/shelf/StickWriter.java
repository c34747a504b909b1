package dottore.app.shelf;

import dottore.app.news.News;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.app.shop.Shop;
import dottore.core.shelf.Medium;
import dottore.core.shelf.ShelfStick;
import dottore.core.shelf.StickWrite;
import dottore.core.shelf.StickWrite.Phase;
import dottore.core.shelf.StickWrite.Result;
import dottore.core.shelf.StickWrite.Verdict;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Writes sticks in the background. How far it came is kept every second. Each writing belongs to
 * one server; one that is not seen for a while loses it, and whichever looks next goes on from
 * there.
 */
@Service
@EnableScheduling
class StickWriter {
  private static final Logger LOG = LoggerFactory.getLogger(StickWriter.class);
  private static final int AT_ONCE = 4;
  private static final long KEPT_EVERY = 1_000_000_000L;
  private static final double NANOS = 1e9;
  private static final double MEGA = 1e6;
  private static final int TRIES = 60;

  /** A server that kept nothing for so long is gone. */
  private static final Duration GONE_AFTER = Duration.ofSeconds(10);

  /**
   * How far a writing came.
   *
   * @param percent of the phase
   */
  record Progress(String words, int percent, boolean over) {}

  private final WritingRepository writings;
  private final StickRepository sticks;
  private final ImageRepository images;
  private final CarriedRepository carried;
  private final ShelfBook book;
  private final Medium.Socket socket;
  private final Shop shop;
  private final TransactionTemplate transaction;
  private final double hurry;
  private final News news;
  private final ExecutorService hands =
      Executors.newFixedThreadPool(
          AT_ONCE,
          work -> {
            Thread thread = new Thread(work, "stick writer");
            thread.setDaemon(true);
            return thread;
          });
  private final Map<Long, Progress> now = new ConcurrentHashMap<>();
  private final Set<Long> stopped = ConcurrentHashMap.newKeySet();

  StickWriter(
      WritingRepository writings,
      StickRepository sticks,
      ImageRepository images,
      CarriedRepository carried,
      ShelfBook book,
      Medium.Socket socket,
      Shop shop,
      TransactionTemplate transaction,
      @Value("${dottore.sticks.hurry:1}") double hurry,
      News news) {
    this.writings = writings;
    this.sticks = sticks;
    this.images = images;
    this.carried = carried;
    this.book = book;
    this.socket = socket;
    this.shop = shop;
    this.transaction = transaction;
    this.hurry = hurry;
    this.news = news;
  }

  /**
   * Begins to write images to a stick; everything on it is gone from then on.
   *
   * @param label as it was read off the stick in the socket
   * @throws Refused if it is another stick, out, being written, or they do not fit
   */
  void begin(long stick, String label, List<Long> what, String who) {
    if (what.isEmpty()) {
      throw new Refused("Choose an image to write.");
    }
    WritingRow row;
    try {
      row =
          Objects.requireNonNull(
              transaction.execute(
                  none -> {
                    book.named(stick, label);
                    book.fits(stick, new HashSet<>(what));
                    carried.deleteByStickId(stick);
                    WritingRow fresh = new WritingRow();
                    fresh.stickId = stick;
                    fresh.images = new ArrayList<>(what);
                    fresh.total = source(what).blocks();
                    fresh.startedAt = shop.now();
                    fresh.startedBy = who;
                    fresh.keeper = news.server();
                    fresh.seenAt = shop.now();
                    return writings.saveAndFlush(fresh);
                  }));
    } catch (DataIntegrityViolationException twice) {
      throw new Refused("It is being written already.");
    }
    go(row);
  }

  /** Writings that a server left behind go on here. */
  @Scheduled(fixedDelay = 3000)
  void goOn() {
    try {
      for (WritingRow row : writings.findByState(WritingRow.RUNNING)) {
        if (row.keeper.isEmpty() || row.seenAt.isBefore(shop.now().minus(GONE_AFTER))) {
          take(Objects.requireNonNull(row.id));
        }
      }
    } catch (DataAccessException | CannotCreateTransactionException away) {
      LOG.warn("writings that were left behind are looked for later: {}", away.getMessage());
    }
  }

  private void take(long id) {
    String me = news.server();
    Instant at = shop.now();
    Integer taken = transaction.execute(none -> writings.take(id, me, at, at.minus(GONE_AFTER)));
    if (taken != null && taken == 1) {
      writings.findById(id).ifPresent(this::go);
    }
  }

  private void go(WritingRow row) {
    long id = Objects.requireNonNull(row.id);
    now.put(id, new Progress(Phase.PROBE.words(), 0, false));
    hands.submit(
        () -> {
          try {
            run(row, id);
          } catch (RuntimeException broken) {
            LOG.error("writing {} broke off", id, broken);
            end(row, new Result(Verdict.REFUSED, -1, "It broke off; begin again."), Map.of());
          }
        });
  }

  /** What is written: the images one after the other, block by block. */
  private Medium.Source source(List<Long> what) {
    List<long[]> parts = new ArrayList<>();
    for (long id : what) {
      long bytes = images.findById(id).orElseThrow().sizeBytes;
      parts.add(new long[] {id, (bytes + Medium.BLOCK - 1) / Medium.BLOCK});
    }
    return new Medium.Source() {
      @Override
      public long blocks() {
        return parts.stream().mapToLong(part -> part[1]).sum();
      }

      @Override
      public byte[] block(long index, int content) {
        long left = index;
        for (long[] part : parts) {
          if (left < part[1]) {
            byte[] bytes = new byte[content];
            new Random(part[0] << 32 ^ left).nextBytes(bytes);
            return bytes;
          }
          left -= part[1];
        }
        throw new IllegalArgumentException("beyond the images: " + index);
      }
    };
  }

  private void run(WritingRow row, long id) {
    StickRow stick = sticks.findById(row.stickId).orElseThrow();
    ShelfStick shown = stick.stick(List.of());
    Map<Phase, long[]> spans = new EnumMap<>(Phase.class);
    Result result;
    try (Medium medium = socket.open(shown)) {
      long[] kept = {System.nanoTime()};
      result =
          new StickWrite(medium, source(row.images))
              .run(
                  row.done,
                  (phase, done, total) -> {
                    long at = System.nanoTime();
                    long[] span =
                        spans.computeIfAbsent(phase, p -> new long[] {at, done, at, done});
                    span[2] = at;
                    span[3] = done;
                    now.put(id, new Progress(phase.words(), (int) (100 * done / total), false));
                    if (at - kept[0] > KEPT_EVERY) {
                      kept[0] = at;
                      keep(row, phase, phase == Phase.WRITE ? done : row.total);
                    }
                    return !stopped.contains(id) && !Thread.currentThread().isInterrupted();
                  });
    } catch (IOException refused) {
      result = new Result(Verdict.REFUSED, -1, "It does not answer: " + refused.getMessage() + ".");
    }
    if (Thread.currentThread().isInterrupted()) {
      return; // the server stops; it goes on from what was kept
    }
    end(row, result, spans);
  }

  /**
   * Keeps how far it came, and hears whether it is to be stopped. A moment without the database
   * costs nothing but the place to go on from.
   */
  private void keep(WritingRow mine, Phase phase, long done) {
    long id = Objects.requireNonNull(mine.id);
    try {
      transaction.executeWithoutResult(
          none ->
              writings
                  .findById(id)
                  .ifPresent(
                      row -> {
                        if (row.stopAsked || !row.keeper.equals(mine.keeper)) {
                          stopped.add(id);
                          return;
                        }
                        row.phase = phase.name();
                        row.done = done;
                        row.seenAt = shop.now();
                      }));
    } catch (DataAccessException | CannotCreateTransactionException away) {
      LOG.warn("how far writing {} came was not kept: {}", id, away.getMessage());
    }
  }

  private Optional<BigDecimal> speed(Map<Phase, long[]> spans, Phase phase) {
    long[] span = spans.get(phase);
    if (span == null || span[3] == span[1] || span[2] == span[0]) {
      return Optional.empty();
    }
    double seconds = (span[2] - span[0]) / NANOS * hurry;
    double speed = (span[3] - span[1]) * (double) Medium.BLOCK / MEGA / seconds;
    return Optional.of(BigDecimal.valueOf(speed).setScale(1, RoundingMode.HALF_UP))
        .filter(s -> s.signum() > 0 && s.compareTo(BigDecimal.valueOf(20_000)) < 0);
  }

  /** What came of it goes to the shelf, as soon as the database answers. */
  private void end(WritingRow row, Result result, Map<Phase, long[]> spans) {
    long id = Objects.requireNonNull(row.id);
    Optional<BigDecimal> writes = speed(spans, Phase.WRITE);
    Optional<BigDecimal> reads = speed(spans, Phase.COMPARE);
    for (int attempt = 0; attempt < TRIES; attempt++) {
      try {
        String words =
            Objects.requireNonNull(
                transaction.execute(none -> kept(id, row, result, writes, reads)));
        if (words.isEmpty()) {
          now.remove(id);
        } else {
          now.put(id, new Progress(words, 100, true));
        }
        stopped.remove(id);
        return;
      } catch (DataAccessException | CannotCreateTransactionException away) {
        LOG.warn("what came of writing {} is not kept yet: {}", id, away.getMessage());
        try {
          Thread.sleep(1000);
        } catch (InterruptedException stop) {
          Thread.currentThread().interrupt();
          return;
        }
      }
    }
  }

  private String kept(
      long id,
      WritingRow row,
      Result result,
      Optional<BigDecimal> writes,
      Optional<BigDecimal> reads) {
    StickRow stick = sticks.findById(row.stickId).orElseThrow();
    WritingRow kept = writings.findById(id).orElseThrow();
    String words = result.words();
    if (!kept.keeper.equals(row.keeper)) {
      return ""; // another server goes on with it
    }
    if (result.verdict() == Verdict.GOOD) {
      BigDecimal before = stick.writes;
      if (writes.isPresent()) {
        if (before != null && stick.stick(List.of()).slowedTo(writes.get().doubleValue())) {
          words +=
              String.format(
                  Locale.ROOT,
                  " Slow: %s MB/s, %s were written down.",
                  writes.get().toPlainString(),
                  before.toPlainString());
        }
        stick.writes = writes.get();
      }
      reads.ifPresent(speed -> stick.reads = speed);
      stick.verdict = "";
      if (!stick.gone) {
        book.written(row.stickId, new HashSet<>(row.images), shop.now(), row.startedBy);
      }
    } else if (result.verdict() != Verdict.CANCELLED) {
      stick.verdict = words;
    }
    kept.state = result.verdict().name();
    kept.words = words;
    kept.endedAt = shop.now();
    return words;
  }

  /** Stops a writing; the stick is empty then. */
  void stop(long stick) {
    long id =
        Objects.requireNonNull(
            transaction.execute(
                none -> {
                  WritingRow row =
                      writings
                          .findByStickIdAndState(stick, WritingRow.RUNNING)
                          .orElseThrow(() -> new NotThere("It is not being written any more."));
                  row.stopAsked = true;
                  return Objects.requireNonNull(row.id);
                }));
    stopped.add(id);
  }

  /** How far it came; the last word where it is over. */
  Progress progress(long id) {
    Progress seen = now.get(id);
    if (seen != null) {
      return seen;
    }
    WritingRow row =
        writings.findById(id).orElseThrow(() -> new NotThere("There is no such writing."));
    return row.state.equals(WritingRow.RUNNING)
        ? new Progress(
            Phase.valueOf(row.phase).words(),
            (int) (100 * row.done / Math.max(1, row.total)),
            false)
        : new Progress(row.words, 100, true);
  }

  /** The last writing of each stick, by stick. */
  Map<Long, WritingRow> last() {
    Map<Long, WritingRow> last = new ConcurrentHashMap<>();
    writings.last().forEach(row -> last.put(row.stickId, row));
    return last;
  }
}
