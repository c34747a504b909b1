package dottore.app.seal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dottore.app.seal.KeyRing.Sealed;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class KeyRingTest {
  @TempDir Path folder;

  @Test
  void whatIsSealedOpensWithItsKeyAndForWhatItBelongsTo() throws Exception {
    Path file = folder.resolve("ring/keys");
    KeyRing ring = new KeyRing(file.toString());
    assertThat(ring.isEmpty()).isTrue();
    Sealed sealed = ring.seal("BCDFG-HJKMP", "7 KEY");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
        .isEqualTo("rw-------");
    assertThat(new String(sealed.bytes(), StandardCharsets.ISO_8859_1)).doesNotContain("BCDFG");
    assertThat(ring.seal("BCDFG-HJKMP", "7 KEY").bytes()).isNotEqualTo(sealed.bytes());
    KeyRing again = new KeyRing(file.toString());
    assertThat(again.open(sealed, "7 KEY")).contains("BCDFG-HJKMP");
    assertThat(again.open(sealed, "8 KEY")).isEmpty();
    assertThat(new KeyRing(folder.resolve("other").toString()).open(sealed, "7 KEY")).isEmpty();
    again.renew();
    assertThat(again.open(sealed, "7 KEY")).isPresent();
    assertThat(again.seal("x", "1").key()).isNotEqualTo(sealed.key());
    again.forgetOld();
    assertThat(again.open(sealed, "7 KEY")).isEmpty();
    Files.writeString(file, "a " + "%".repeat(44) + "\n");
    assertThatThrownBy(() -> new KeyRing(file.toString()))
        .isInstanceOf(IllegalStateException.class)
        .hasMessageContaining(file.toString());
  }

  @Test
  void whatWasChangedDoesNotOpen() {
    KeyRing ring = new KeyRing(folder.resolve("keys").toString());
    Sealed sealed = ring.seal("a recovery key of some length", "1 RECOVERY");
    SplittableRandom random = new SplittableRandom(1);
    for (int round = 0; round < 500; round++) {
      byte[] changed = sealed.bytes().clone();
      changed[random.nextInt(changed.length)] ^= (byte) (1 << random.nextInt(8));
      assertThat(ring.open(new Sealed(sealed.key(), changed), "1 RECOVERY")).isEmpty();
    }
    assertThat(ring.open(new Sealed(sealed.key(), new byte[3]), "1 RECOVERY")).isEmpty();
  }

  /** As when another server renews the ring. */
  @Test
  void aRingThatWasRenewedElsewhereIsReadAgain() {
    Path file = folder.resolve("shared");
    KeyRing here = new KeyRing(file.toString());
    KeyRing there = new KeyRing(file.toString());
    Sealed first = here.seal("gate 4711", "7 KEY");
    assertThat(there.open(first, "7 KEY")).contains("gate 4711");
    there.renew();
    Sealed second = there.seal("gate 4712", "7 KEY");
    assertThat(second.key()).isNotEqualTo(first.key());
    assertThat(here.open(second, "7 KEY")).contains("gate 4712");
    assertThat(here.seal("x", "7 KEY").key()).isEqualTo(second.key());
  }
}
