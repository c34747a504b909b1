package dottore.app.record;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A picture made small for a page. */
final class SmallPicture {
  /** Pixels of the longer side. */
  static final int SIDE = 480;

  private static final Logger LOG = LoggerFactory.getLogger(SmallPicture.class);
  private static final long MOST_PIXELS = 60_000_000;

  private SmallPicture() {}

  /**
   * A JPEG of at most {@link #SIDE} pixels a side, turned as the camera was held.
   *
   * @return empty if the picture cannot be read here, has too many pixels or is small already
   */
  static byte[] of(byte[] bytes) {
    try {
      if (!worth(bytes)) {
        return new byte[0];
      }
      ByteArrayOutputStream small = new ByteArrayOutputStream();
      Thumbnails.of(new ByteArrayInputStream(bytes))
          .size(SIDE, SIDE)
          .outputFormat("jpg")
          .outputQuality(0.8)
          .toOutputStream(small);
      return small.toByteArray();
    } catch (IOException | RuntimeException unreadable) {
      // The original is kept and shown instead.
      LOG.info("No small picture: {}", unreadable.toString());
      return new byte[0];
    }
  }

  private static boolean worth(byte[] bytes) throws IOException {
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
      Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
      if (!readers.hasNext()) {
        return false;
      }
      ImageReader reader = readers.next();
      try {
        reader.setInput(in);
        long width = reader.getWidth(0);
        long height = reader.getHeight(0);
        return Math.max(width, height) > SIDE && width * height <= MOST_PIXELS;
      } finally {
        reader.dispose();
      }
    }
  }
}
