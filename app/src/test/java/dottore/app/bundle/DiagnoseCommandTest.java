package dottore.app.bundle;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;

class DiagnoseCommandTest {
  private static final Path EXAMPLE = Path.of("..", "docs", "formats", "example-case.json");

  @TempDir Path folder;

  private final ByteArrayOutputStream out = new ByteArrayOutputStream();
  private final ByteArrayOutputStream err = new ByteArrayOutputStream();

  private int run(String... args) {
    return DiagnoseCommand.run(
        args,
        new PrintStream(out, true, StandardCharsets.UTF_8),
        new PrintStream(err, true, StandardCharsets.UTF_8));
  }

  private String refused(String text) throws IOException {
    Path file = Files.writeString(folder.resolve("case.json"), text);
    assertThat(run("diagnose", file.toString())).isEqualTo(1);
    assertThat(out.toString(StandardCharsets.UTF_8)).isEmpty();
    return err.toString(StandardCharsets.UTF_8);
  }

  @Test
  void printsSuspectsAndTheNextStep() {
    assertThat(run("diagnose", EXAMPLE.toString())).isZero();
    assertThat(out.toString(StandardCharsets.UTF_8))
        .contains("Suspects:", "Module not fully seated", "Do next:", "Other roads:");
  }

  @Test
  void printsTheSameAsJson() throws IOException {
    assertThat(run("diagnose", EXAMPLE.toString(), "--json")).isZero();
    JsonNode root = new ObjectMapper().readTree(out.toByteArray());
    double sum = 0;
    for (JsonNode suspect : root.get("suspects")) {
      sum += suspect.get("odds").asDouble();
    }
    assertThat(sum).isCloseTo(1, org.assertj.core.data.Offset.offset(1e-9));
    assertThat(root.get("steps").size()).isGreaterThan(3);
  }

  @Test
  void saysWhatIsWrongAndWhere() throws IOException {
    assertThat(refused("{\"contexts\": [\"castle\"]}")).contains("/contexts/0");
  }

  @Test
  void namesTheLineOfBrokenJson() throws IOException {
    assertThat(refused("{\n \"contexts\": [")).contains("line 2");
  }

  @Test
  void namesAnAnswerThatTheCasebookDoesNotHave() throws IOException {
    String text =
        "{\"contexts\": [], \"evidence\": [{\"check\": \"how-far\", \"outcome\": \"moon\"}]}";
    assertThat(refused(text)).contains("/evidence/0").contains("'moon'");
  }

  @Test
  void saysHowItIsCalled() {
    assertThat(run("diagnose")).isEqualTo(2);
    assertThat(err.toString(StandardCharsets.UTF_8)).contains("usage");
  }

  @Test
  void namesAFileThatIsNotThere() {
    assertThat(run("diagnose", folder.resolve("none.json").toString())).isEqualTo(1);
  }
}
