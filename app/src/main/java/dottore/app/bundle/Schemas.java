package dottore.app.bundle;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.PathType;
import com.networknt.schema.SchemaValidatorsConfig;
import com.networknt.schema.SpecVersion;
import com.networknt.schema.ValidationMessage;
import dottore.app.shop.PlainText;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Reads JSON against a published schema. */
final class Schemas {
  static final String TICKET = "ticket-bundle.schema.json";
  static final String CASE = "case.schema.json";

  /** More faults than this help nobody. */
  private static final int MOST_FAULTS = 12;

  private static final ObjectMapper JSON =
      JsonMapper.builder()
          .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
          // As doubles, numbers beyond their range would be no numbers any more.
          .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
          .enable(com.fasterxml.jackson.core.StreamReadFeature.STRICT_DUPLICATE_DETECTION)
          .build();

  private final JsonSchema schema;

  private Schemas(JsonSchema schema) {
    this.schema = schema;
  }

  static Schemas load(String name) {
    InputStream in = Schemas.class.getResourceAsStream("/formats/" + name);
    if (in == null) {
      throw new IllegalStateException("the schema " + name + " is not in the build");
    }
    SchemaValidatorsConfig config =
        SchemaValidatorsConfig.builder()
            .pathType(PathType.JSON_POINTER)
            .formatAssertionsEnabled(true)
            .build();
    return new Schemas(
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(in, config));
  }

  /**
   * The document, if it fits the schema.
   *
   * @throws BundleFault with every fault and its place
   */
  JsonNode read(byte[] document) throws BundleFault {
    JsonNode node;
    try {
      node = JSON.readTree(new String(document, StandardCharsets.UTF_8));
    } catch (JsonProcessingException broken) {
      String place =
          broken.getLocation() == null
              ? ""
              : "line "
                  + broken.getLocation().getLineNr()
                  + ", column "
                  + broken.getLocation().getColumnNr()
                  + ": ";
      throw new BundleFault(List.of(place + "this is not JSON: " + broken.getOriginalMessage()));
    }
    if (node.isMissingNode()) {
      throw new BundleFault(List.of("line 1: the file is empty"));
    }
    List<String> faults = new ArrayList<>();
    for (ValidationMessage message : schema.validate(node)) {
      if (faults.size() < MOST_FAULTS) {
        faults.add(message.getMessage());
      }
    }
    unprintable(node, "", faults);
    if (!faults.isEmpty()) {
      throw new BundleFault(faults);
    }
    return node;
  }

  private static void unprintable(JsonNode node, String place, List<String> faults) {
    if (node.isTextual() && !PlainText.isPlain(node.textValue())) {
      faults.add(place + ": holds a character that is no text");
    }
    for (Map.Entry<String, JsonNode> field : node.properties()) {
      if (!PlainText.isPlain(field.getKey())) {
        faults.add(place + ": a name holds a character that is no text");
      }
      unprintable(field.getValue(), place + "/" + field.getKey(), faults);
    }
    if (node.isArray()) {
      for (int i = 0; i < node.size(); i++) {
        unprintable(node.get(i), place + "/" + i, faults);
      }
    }
  }
}
