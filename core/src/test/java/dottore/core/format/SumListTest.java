package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Random;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SumListTest {
  private static final String A = "a".repeat(64);
  private static final String B = "b".repeat(64);

  @Test
  void readsTheFourWaysOfWritingIt() throws FormatFault {
    assertThat(SumList.read(A + "  boat.iso\n" + B + " *quay.iso\n").sums())
        .containsEntry("boat.iso", A)
        .containsEntry("quay.iso", B);
    assertThat(SumList.read("SHA256 (boat (1).iso) = " + A).sums())
        .containsEntry("boat (1).iso", A);
    assertThat(SumList.read("SHA2-256(boat.iso)= " + A.toUpperCase()).sumOf("boat.iso"))
        .contains(A);
    assertThat(SumList.read(A + "\n").sumOf("whatever.iso")).contains(A);
    assertThat(SumList.read("# made today\r\n\r\n" + "c".repeat(128) + "  x\r\n").bits())
        .isEqualTo(512);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "boat.iso", "abc  boat.iso", "SHA256 (x) = abc", "\u0000\u0001"})
  void refusesWhatIsNone(String text) {
    assertThatThrownBy(() -> SumList.read(text)).isInstanceOf(FormatFault.class);
  }

  @Test
  void saysTheLine() {
    assertThatThrownBy(() -> SumList.read(A + "  a\nnonsense\n")).hasMessageContaining("line 2");
    assertThatThrownBy(() -> SumList.read(A + "  a\n" + B + "  a\n")).hasMessageContaining("again");
    assertThatThrownBy(() -> SumList.read(A + "  a\n" + "c".repeat(128) + "  b\n"))
        .hasMessageContaining("512 bits");
  }

  /** What the common tool prints, names with odd letters among them. */
  @Test
  void readsWhatTheToolPrints(@TempDir Path folder) throws Exception {
    for (String name :
        new String[] {"plain.txt", "with blank.txt", "back\\slash", "new\nline", "é.txt"}) {
      Files.writeString(folder.resolve(name), name);
    }
    Process tool =
        new ProcessBuilder("sh", "-c", "sha256sum -- *; sha512sum --tag plain.txt >&2")
            .directory(folder.toFile())
            .start();
    SumList list = SumList.read(tool.getInputStream().readAllBytes());
    assertThat(list.sums()).containsKeys("plain.txt", "with blank.txt", "back\\slash", "new\nline");
    assertThat(list.sums()).hasSize(5);
    assertThat(SumList.read(tool.getErrorStream().readAllBytes()).bits()).isEqualTo(512);
  }

  @Test
  void mutatedListsAreReadOrRefused() {
    byte[] good =
        (A + "  one\n" + B + " *two\nSHA256 (three) = " + "d".repeat(64) + "\n")
            .getBytes(StandardCharsets.UTF_8);
    Random random = new Random(7);
    Assertions.assertTimeout(
        Duration.ofSeconds(20),
        () -> {
          for (int i = 0; i < Nightly.times(3000); i++) {
            byte[] bytes = good.clone();
            for (int n = random.nextInt(6); n >= 0; n--) {
              bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            try {
              assertThat(SumList.read(bytes).sums()).isNotEmpty();
            } catch (FormatFault fault) {
              assertThat(fault.getMessage()).isNotBlank();
            }
          }
        });
  }
}
