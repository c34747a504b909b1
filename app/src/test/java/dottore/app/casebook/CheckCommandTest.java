package dottore.app.casebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CheckCommandTest {
  @TempDir Path folder;

  private final ByteArrayOutputStream out = new ByteArrayOutputStream();
  private final ByteArrayOutputStream err = new ByteArrayOutputStream();

  private int run(String... args) {
    return CheckCommand.run(
        args,
        new PrintStream(out, true, StandardCharsets.UTF_8),
        new PrintStream(err, true, StandardCharsets.UTF_8));
  }

  private String file(String text) throws IOException {
    return Files.writeString(folder.resolve("ours.yaml"), text).toString();
  }

  @Test
  void saysThatTheShippedCasebookIsSound() {
    assertThat(run("casebook", "check")).isZero();
    assertThat(out.toString(StandardCharsets.UTF_8)).startsWith("The casebook is sound: ");
  }

  @Test
  void namesFileAndLineOfAFault() throws IOException {
    String text = "causes:\n  fog:\n    name: Fog\n    sign: wet\n    stages: {dead: 0.4}\n";
    assertThat(run("casebook", "check", file(text))).isEqualTo(1);
    assertThat(err.toString(StandardCharsets.UTF_8)).startsWith("ours.yaml:2: ").contains("0.4");
  }

  @Test
  void saysHowItIsCalledAndWhatIsNotThere() {
    assertThat(run("casebook")).isEqualTo(2);
    assertThat(run("casebook", "check", folder.resolve("none.yaml").toString())).isEqualTo(1);
    assertThat(err.toString(StandardCharsets.UTF_8)).contains("usage", "none.yaml");
  }
}
