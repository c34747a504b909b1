package dottore.core.shelf;

import java.io.Closeable;
import java.io.IOException;

/** A stick in its socket, block by block. A block stands for {@value #BLOCK} bytes of the stick. */
public interface Medium extends Closeable {
  /** Bytes of the stick that one block stands for: 1 MiB. */
  int BLOCK = 1 << 20;

  /** How many blocks it claims to have. */
  long blocks();

  /** How many bytes are kept of each block. */
  int content();

  /**
   * @throws IOException if it refuses
   */
  void write(long block, byte[] content) throws IOException;

  /**
   * @throws IOException if it cannot be read
   */
  byte[] read(long block) throws IOException;

  /** Where sticks are plugged in. */
  interface Socket {
    /**
     * @throws IOException if it does not answer
     */
    Medium open(ShelfStick stick) throws IOException;
  }

  /** What is written, block by block. */
  interface Source {
    long blocks();

    byte[] block(long index, int content);
  }
}
