package dottore.app.server;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.time.Duration;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.apache.coyote.InputBuffer;
import org.apache.tomcat.util.net.ApplicationBufferHandler;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Cuts off bodies that dribble in: each would hold a worker for as long as it likes. What was read
 * of one is not used.
 */
final class SlowBodies extends ValveBase {
  private static final Logger LOG = LoggerFactory.getLogger(SlowBodies.class);

  /** Bytes in a second that the slowest of tablets sends; judgement. */
  static final long LEAST_RATE = 8 << 10;

  /** More of a body that nobody wanted is not waited for. */
  private static final long MOST_UNREAD = 72L << 20;

  private final long graceNanos;

  /**
   * @param grace how long a body may take whatever its rate
   */
  SlowBodies(Duration grace) {
    super(true);
    this.graceNanos = grace.toNanos();
  }

  @Override
  public void invoke(Request request, Response response) throws IOException, ServletException {
    boolean bare =
        request.getContentLengthLong() <= 0 && request.getHeader("Transfer-Encoding") == null;
    if (bare) {
      getNext().invoke(request, response);
      return;
    }
    org.apache.coyote.Request wire = request.getCoyoteRequest();
    InputBuffer inner = wire.getInputBuffer();
    Timed timed = new Timed(inner, request, response);
    wire.setInputBuffer(timed);
    try {
      getNext().invoke(request, response);
    } finally {
      timed.readOut();
      wire.setInputBuffer(inner);
    }
  }

  private final class Timed implements InputBuffer, ApplicationBufferHandler {
    private final InputBuffer inner;
    private final Request request;
    private final Response response;
    private final long began = System.nanoTime();
    private long bytes;
    private boolean over;
    private java.nio.ByteBuffer unread = java.nio.ByteBuffer.allocate(0);

    Timed(InputBuffer inner, Request request, Response response) {
      this.inner = inner;
      this.request = request;
      this.response = response;
    }

    @Override
    public int doRead(ApplicationBufferHandler handler) throws IOException {
      if (over) {
        return -1;
      }
      int came;
      try {
        came = inner.doRead(handler);
      } catch (IOException cut) {
        over = true;
        throw cut;
      }
      if (came < 0) {
        over = true;
        return came;
      }
      bytes += came;
      long gone = System.nanoTime() - began;
      if (gone > graceNanos && bytes * 1e9 / gone < LEAST_RATE) {
        over = true;
        LOG.warn("a body for {} came too slowly and was cut off", request.getRequestURI());
        response.getCoyoteResponse().action(ActionCode.CLOSE_NOW, null);
        throw new IOException("the body came too slowly");
      }
      return came;
    }

    /** What nobody read is read here, by the same clock, so that the answer arrives. */
    void readOut() {
      try {
        while (!over && !request.isAsync() && bytes < MOST_UNREAD) {
          doRead(this);
        }
      } catch (IOException cut) {
        over = true;
      }
    }

    @Override
    public int available() {
      return over ? 0 : inner.available();
    }

    @Override
    public void setByteBuffer(java.nio.ByteBuffer buffer) {
      unread = buffer;
    }

    @Override
    public java.nio.ByteBuffer getByteBuffer() {
      return unread;
    }

    @Override
    public void expand(int size) {
      // what is not wanted needs no room
    }
  }
}
