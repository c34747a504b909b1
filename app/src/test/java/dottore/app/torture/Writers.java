package dottore.app.torture;

import dottore.app.Visitor;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;

/**
 * People who write without pause, and remember what was acknowledged. Each text is sent once: what
 * was not acknowledged may be there once or not at all.
 */
final class Writers {
  /** What was acknowledged, by its text, with the ticket that holds it. */
  final Map<String, String> acknowledged = new ConcurrentHashMap<>();

  final AtomicInteger refused = new AtomicInteger();
  final AtomicLong lastGood = new AtomicLong(System.nanoTime());

  private final AtomicBoolean over = new AtomicBoolean();
  private final List<Thread> hands = new ArrayList<>();

  Writers(int howMany, List<String> tickets, List<Integer> ports, String password, long seed) {
    for (int i = 0; i < howMany; i++) {
      int number = i;
      int port = ports.get(i % ports.size());
      Thread hand =
          new Thread(() -> write(number, tickets, port, password, new Random(seed + number)));
      hand.setDaemon(true);
      hands.add(hand);
      hand.start();
    }
  }

  private void write(int number, List<String> tickets, int port, String password, Random random) {
    Visitor visitor = null;
    for (int n = 0; !over.get(); n++) {
      try {
        if (visitor == null) {
          visitor = new Visitor(port).signedIn("boss", password);
          if (visitor.get("/today").status() != 200) {
            visitor = null;
            Thread.sleep(300);
            continue;
          }
        }
        String ticket = tickets.get(random.nextInt(tickets.size()));
        boolean borrows = random.nextInt(4) == 0;
        String text = (borrows ? "part " : "line ") + port + "-" + number + "-" + n;
        int status =
            borrows
                ? visitor.post("/tickets/" + ticket + "/put-back", Map.of("what", text)).status()
                : visitor.post("/tickets/" + ticket + "/log", Map.of("text", text)).status();
        if (status == 302) {
          acknowledged.put(text, ticket);
          lastGood.set(System.nanoTime());
        } else {
          refused.incrementAndGet();
          Thread.sleep(100);
        }
      } catch (UncheckedIOException | IllegalStateException away) {
        refused.incrementAndGet();
        pause();
      } catch (InterruptedException stopped) {
        return;
      }
    }
  }

  private static void pause() {
    try {
      Thread.sleep(200);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  /** Waits until something is acknowledged after now; seconds that it took. */
  double untilGood(double most) throws InterruptedException {
    long began = System.nanoTime();
    while (lastGood.get() < began) {
      if ((System.nanoTime() - began) / 1e9 > most) {
        throw new AssertionError("nothing was acknowledged for " + most + " s");
      }
      Thread.sleep(20);
    }
    return (lastGood.get() - began) / 1e9;
  }

  /** They stop. */
  void stop() throws InterruptedException {
    over.set(true);
    for (Thread hand : hands) {
      hand.join(30_000);
    }
  }
}
