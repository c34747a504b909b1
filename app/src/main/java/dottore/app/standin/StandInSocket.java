package dottore.app.standin;

import dottore.core.shelf.Medium;
import dottore.core.shelf.ShelfStick;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Locale;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/**
 * Sticks that are files: 4 KiB for each MiB of the stick, at the stick's speed. How one really is
 * stands in the configuration: counterfeit sticks begin again at their true end, worn ones lose a
 * bit here and there, slow ones take four times as long.
 */
@Component
@ConditionalOnProperty(name = "dottore.socket", havingValue = "stand-in", matchIfMissing = true)
class StandInSocket implements Medium.Socket {
  private static final int CONTENT = 4096;
  private static final double USUAL_SPEED = 12;
  private static final double READS_FASTER = 5;
  private static final double MEGA = 1e6;
  private static final double SLOW = 4;
  private static final long WORN_EVERY = 997;

  private final Path folder;
  private final StickProperties properties;

  StandInSocket(StickProperties properties) {
    this.properties = properties;
    this.folder = Path.of(properties.folder());
  }

  @Override
  public Medium open(ShelfStick stick) throws IOException {
    Files.createDirectories(folder);
    String[] nature = properties.natures().getOrDefault(stick.label(), "").split(" ");
    long blocks = stick.size().bytes() / Medium.BLOCK;
    long holds =
        nature[0].equals("counterfeit")
            ? Long.parseLong(nature[1]) * 1000 * 1000 * 1000 / Medium.BLOCK
            : blocks;
    FileChannel file =
        FileChannel.open(
            folder.resolve("stick-" + stick.id() + ".img"),
            StandardOpenOption.CREATE,
            StandardOpenOption.READ,
            StandardOpenOption.WRITE);
    double speed = stick.writes().orElse(USUAL_SPEED) / (nature[0].equals("slow") ? SLOW : 1);
    return new Stick(file, blocks, Math.min(holds, blocks), nature[0].equals("worn"), speed);
  }

  /** One that is plugged in. */
  private final class Stick implements Medium {
    private final FileChannel file;
    private final long blocks;
    private final long holds;
    private final boolean worn;
    private final double speed;
    private double owed;

    Stick(FileChannel file, long blocks, long holds, boolean worn, double speed) {
      this.file = file;
      this.blocks = blocks;
      this.holds = holds;
      this.worn = worn;
      this.speed = speed;
    }

    @Override
    public long blocks() {
      return blocks;
    }

    @Override
    public int content() {
      return CONTENT;
    }

    private long place(long block) throws IOException {
      if (block < 0 || block >= blocks) {
        throw new IOException(String.format(Locale.ROOT, "nothing answers at %d MiB", block));
      }
      return block % holds * CONTENT;
    }

    @Override
    public void write(long block, byte[] content) throws IOException {
      byte[] kept = content.clone();
      if (worn && block % WORN_EVERY == WORN_EVERY - 1) {
        kept[(int) (block % CONTENT)] ^= 1;
      }
      file.write(ByteBuffer.wrap(kept), place(block));
      wait(speed);
    }

    @Override
    public byte[] read(long block) throws IOException {
      ByteBuffer bytes = ByteBuffer.allocate(CONTENT);
      long from = place(block);
      while (bytes.hasRemaining() && file.read(bytes, from + bytes.position()) >= 0) {
        continue;
      }
      wait(speed * READS_FASTER);
      return bytes.array();
    }

    /** Takes as long as the stick would; short waits are gathered. */
    private void wait(double megabytesPerSecond) throws IOException {
      owed += BLOCK / (megabytesPerSecond * MEGA) / properties.hurry() * 1000;
      if (owed >= 10) {
        try {
          Thread.sleep((long) owed);
        } catch (InterruptedException stopped) {
          Thread.currentThread().interrupt();
          throw new IOException("the server stops", stopped);
        }
        owed = 0;
      }
    }

    @Override
    public void close() {
      try {
        file.close();
      } catch (IOException broken) {
        throw new UncheckedIOException(broken);
      }
    }
  }
}
