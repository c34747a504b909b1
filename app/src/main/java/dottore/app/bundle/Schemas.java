package dottore.app.bundle;

import com.networknt.schema.Error;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SchemaRegistryConfig;
import com.networknt.schema.SpecificationVersion;
import com.networknt.schema.path.PathType;
import dottore.app.frame.PlainText;
import dottore.core.units.Calendar;
import dottore.core.units.Scale;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.json.JsonMapper;

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
          .enable(tools.jackson.core.StreamReadFeature.STRICT_DUPLICATE_DETECTION)
          .build();

  private final Schema schema;

  private Schemas(Schema schema) {
    this.schema = schema;
  }

  static Schemas load(String name) {
    InputStream in = Schemas.class.getResourceAsStream("/formats/" + name);
    if (in == null) {
      throw new IllegalStateException("the schema " + name + " is not in the build");
    }
    SchemaRegistryConfig config =
        SchemaRegistryConfig.builder()
            .pathType(PathType.JSON_POINTER)
            .formatAssertionsEnabled(true)
            .build();
    return new Schemas(
        SchemaRegistry.withDefaultDialect(
                SpecificationVersion.DRAFT_2020_12,
                registry -> registry.schemaRegistryConfig(config))
            .getSchema(in));
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
    } catch (JacksonException broken) {
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
    unfit(node, "", faults);
    if (faults.isEmpty()) {
      for (Error fault : schema.validate(node)) {
        if (faults.size() < MOST_FAULTS) {
          faults.add(fault.getInstanceLocation() + ": " + fault.getMessage());
        }
      }
    }
    if (!faults.isEmpty()) {
      throw new BundleFault(faults);
    }
    return node;
  }

  /** Fields that hold a day or a moment. */
  private static final Set<String> MOMENTS =
      Set.of(
          "at",
          "received",
          "promised",
          "warrantyUntil",
          "takenAt",
          "returnedAt",
          "started",
          "ends",
          "stopped",
          "closed");

  /** Whether a day or moment can be; what is none the schema refuses. */
  private static boolean bounded(String text) {
    try {
      if (text.length() > 10) {
        Calendar.bounded(OffsetDateTime.parse(text).toInstant());
      } else {
        Calendar.bounded(LocalDate.parse(text));
      }
      return true;
    } catch (DateTimeParseException none) {
      return true;
    } catch (IllegalArgumentException | DateTimeException beyond) {
      return false;
    }
  }

  /**
   * What no schema may look at first: text that is none, and numbers that arithmetic would blow up.
   */
  private static void unfit(JsonNode node, String place, List<String> faults) {
    if (faults.size() >= MOST_FAULTS) {
      return;
    }
    if (node.isString() && !PlainText.isPlain(node.stringValue())) {
      faults.add(place + ": holds a character that is no text");
    }
    if (node.isNumber() && !Scale.bounded(node.decimalValue())) {
      faults.add(place + ": is a number beyond all that is measured here");
    }
    for (String moment : MOMENTS) {
      if (node.path(moment).isString() && !bounded(node.get(moment).stringValue())) {
        faults.add(place + "/" + moment + ": lies before 1970 or after 2199");
      }
    }
    for (Map.Entry<String, JsonNode> field : node.properties()) {
      if (!PlainText.isPlain(field.getKey())) {
        faults.add(place + ": a name holds a character that is no text");
      }
      unfit(field.getValue(), place + "/" + field.getKey(), faults);
    }
    if (node.isArray()) {
      for (int i = 0; i < node.size(); i++) {
        unfit(node.get(i), place + "/" + i, faults);
      }
    }
  }
}
