package dottore.app.record;

import org.hibernate.cfg.MappingSettings;
import org.hibernate.type.format.jackson.Jackson3JsonFormatMapper;
import org.springframework.boot.hibernate.autoconfigure.HibernatePropertiesCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.databind.json.JsonMapper;

/** Columns of JSON are written and read by the same mapper as everything else. */
@Configuration
class JsonColumns {
  @Bean
  HibernatePropertiesCustomizer oneMapper(JsonMapper json) {
    return properties ->
        properties.put(MappingSettings.JSON_FORMAT_MAPPER, new Jackson3JsonFormatMapper(json));
  }
}
