package dottore.app.firmware;

import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Whether facts that come from elsewhere can stand in a log. */
@Component
public class FactCheck {
  private final StickNote stickNote;

  FactCheck(StickNote stickNote) {
    this.stickNote = stickNote;
  }

  /** What is wrong with them, or empty. */
  public Optional<String> wrong(Map<String, String> facts) {
    for (Map.Entry<String, String> fact : facts.entrySet()) {
      for (FactForm form : FactForm.values()) {
        String fault = form.fault(fact.getKey(), fact.getValue());
        if (!fault.isEmpty()) {
          return Optional.of("'" + fact.getKey() + "' " + fault);
        }
      }
    }
    String stick = facts.getOrDefault("stick", "");
    return stick.isEmpty() || stickNote.readable(stick)
        ? Optional.empty()
        : Optional.of("'stick' is no stick");
  }
}
