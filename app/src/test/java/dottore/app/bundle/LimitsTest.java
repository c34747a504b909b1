package dottore.app.bundle;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.record.Arrival;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What the form takes the bundle takes, and the other way round. */
class LimitsTest {
  private static final Map<String, String> IN_THE_BUNDLE =
      Map.of(
          "customer", "customer/properties/name",
          "phone", "customer/properties/phone",
          "email", "customer/properties/email",
          "maker", "machine/properties/maker",
          "model", "machine/properties/model",
          "serial", "machine/properties/serial",
          "complaint", "arrival/properties/complaint",
          "belongings", "arrival/properties/belongings");

  @Test
  void formPageAndBundleHaveOneSetOfLimits() throws IOException {
    JsonNode schema =
        new JsonMapper()
            .readTree(Files.readString(Path.of("../docs/formats/ticket-bundle.schema.json")));
    Document page =
        Jsoup.parse(Files.readString(Path.of("src/main/resources/templates/arrival/fields.html")));
    assertThat(Arrival.LONGEST.keySet()).isEqualTo(IN_THE_BUNDLE.keySet());
    Arrival.LONGEST.forEach(
        (name, longest) -> {
          assertThat(schema.at("/properties/" + IN_THE_BUNDLE.get(name) + "/maxLength").intValue())
              .as(name + " in the bundle")
              .isEqualTo(longest);
          Element field = page.select("[name=" + name + "]").first();
          assertThat(field).as(name).isNotNull();
          assertThat(field.attr("maxlength")).as(name).isEqualTo(String.valueOf(longest));
        });
  }
}
