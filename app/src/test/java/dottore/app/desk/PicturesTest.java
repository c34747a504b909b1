package dottore.app.desk;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.account.Accounts;
import dottore.app.account.Role;
import dottore.app.record.Counter;
import dottore.app.record.PhotoBook;
import dottore.app.record.Record;
import java.io.ByteArrayOutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;

/** Pictures are sent in pieces, and kept by the browser of who saw them. */
@InEmptyShop
class PicturesTest {
  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired Counter counter;
  @Autowired Record record;
  @Autowired PhotoBook photos;

  private static byte[] large() {
    byte[] noise = new byte[1_500_000];
    new Random(7).nextBytes(noise);
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    all.writeBytes(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
    all.writeBytes(noise);
    return all.toByteArray();
  }

  @Test
  void aLargePictureComesWholeAndIsKeptByOneBrowserOnly() throws Exception {
    String claim = counter.receive(Shopkeeping.tower("Wiebke Sund"), "runa");
    byte[] picture = large();
    record.change(claim, "runa", w -> photos.keep(w, picture, "board"));
    long id = photos.of(record.open(claim)).get(0).id();
    Visitor technician = Shopkeeping.signedIn(accounts, port, Role.TECHNICIAN);
    HttpResponse<byte[]> got =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(
                        URI.create(
                            "http://127.0.0.1:"
                                + port
                                + "/tickets/"
                                + claim
                                + "/fix/firmware/photo/"
                                + id))
                    .header("Cookie", technician.cookies())
                    .build(),
                HttpResponse.BodyHandlers.ofByteArray());
    assertThat(java.util.Arrays.equals(got.body(), picture)).isTrue();
    assertThat(got.headers().firstValue("content-type")).contains("image/png");
    assertThat(got.headers().firstValue("cache-control")).contains("max-age=3600, private");
    assertThat(technician.status("/tickets/" + claim + "/fix/firmware/photo/" + (id + 1)))
        .isEqualTo(404);
    String other = counter.receive(Shopkeeping.tower("Wiebke Sund"), "runa");
    assertThat(technician.status("/tickets/" + other + "/fix/firmware/photo/" + id)).isEqualTo(404);
  }
}
