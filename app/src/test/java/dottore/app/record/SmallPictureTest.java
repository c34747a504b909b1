package dottore.app.record;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.Base64;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class SmallPictureTest {
  private static byte[] picture(int width, int height) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), "png", out);
    return out.toByteArray();
  }

  @Test
  void aLargeOneIsMadeSmallInItsProportions() throws IOException {
    BufferedImage small =
        ImageIO.read(new ByteArrayInputStream(SmallPicture.of(picture(2000, 1000))));
    assertThat(small.getWidth()).isEqualTo(SmallPicture.SIDE);
    assertThat(small.getHeight()).isEqualTo(SmallPicture.SIDE / 2);
  }

  /** 800 by 400 pixels of one color, as a telephone keeps its pictures. */
  @Test
  void aWebPictureIsMadeSmallToo() throws IOException {
    byte[] webp =
        Base64.getDecoder()
            .decode("UklGRi4AAABXRUJQVlA4TCIAAAAvH8NjAAdQwChg/wMAivT/P0X0P/W///3vf//73//+9/8R");
    BufferedImage small = ImageIO.read(new ByteArrayInputStream(SmallPicture.of(webp)));
    assertThat(small.getWidth()).isEqualTo(SmallPicture.SIDE);
    assertThat(small.getHeight()).isEqualTo(SmallPicture.SIDE / 2);
    assertThat(SmallPicture.of(Arrays.copyOf(webp, webp.length / 2))).isEmpty();
  }

  @Test
  void aSmallOneAndOneThatCannotBeReadStayAsTheyAre() throws IOException {
    assertThat(SmallPicture.of(picture(300, 200))).isEmpty();
    assertThat(SmallPicture.of(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 1}))
        .isEmpty();
    byte[] broken = picture(2000, 1000);
    assertThat(SmallPicture.of(Arrays.copyOf(broken, broken.length / 2))).isEmpty();
  }

  /** A few bytes can claim a picture of gigabytes: it is not unpacked. */
  @Test
  void onePixelTooManyIsNotUnpacked() throws IOException {
    byte[] bomb = picture(600, 600);
    bomb[16] = 0;
    bomb[17] = 0x40; // four million pixels wide
    assertThat(SmallPicture.of(bomb)).isEmpty();
  }
}
