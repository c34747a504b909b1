package dottore.core.format;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** A large file of which only pieces are read. */
public interface Ranges {
  /**
   * A piece of a file.
   *
   * @param offset of its first byte
   */
  record Range(long offset, int length) {}

  /** How long the whole file is. */
  long size();

  /**
   * A piece.
   *
   * @return empty if it is not here, and has to be asked for
   */
  Optional<byte[]> read(long offset, int length) throws IOException;

  /** Pieces that were brought; what is not among them is asked for. */
  static Ranges of(long size, Map<Long, byte[]> pieces) {
    TreeMap<Long, byte[]> sorted = new TreeMap<>(pieces);
    return new Ranges() {
      @Override
      public long size() {
        return size;
      }

      @Override
      public Optional<byte[]> read(long offset, int length) {
        byte[] whole = new byte[length];
        int have = 0;
        while (have < length) {
          Map.Entry<Long, byte[]> piece = sorted.floorEntry(offset + have);
          if (piece == null) {
            return Optional.empty();
          }
          long inside = offset + have - piece.getKey();
          int part = (int) Math.min(length - have, piece.getValue().length - inside);
          if (part <= 0) {
            return Optional.empty();
          }
          System.arraycopy(piece.getValue(), (int) inside, whole, have, part);
          have += part;
        }
        return Optional.of(whole);
      }
    };
  }

  /** A file on this machine. */
  static Ranges of(SeekableByteChannel channel) throws IOException {
    long size = channel.size();
    return new Ranges() {
      @Override
      public long size() {
        return size;
      }

      @Override
      public Optional<byte[]> read(long offset, int length) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(length);
        channel.position(offset);
        while (bytes.hasRemaining() && channel.read(bytes) >= 0) {
          continue;
        }
        return bytes.hasRemaining() ? Optional.empty() : Optional.of(bytes.array());
      }
    };
  }
}
