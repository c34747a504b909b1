package dottore.app.firmware;

import dottore.app.ticket.FactRule;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The facts of the firmware desk. */
@Component
class FirmwareRule implements FactRule {
  private final StickNote stickNote;

  FirmwareRule(StickNote stickNote) {
    this.stickNote = stickNote;
  }

  @Override
  public Optional<String> wrong(Map<String, String> facts) {
    Optional<String> fault =
        Arrays.stream(FactForm.values())
            .flatMap(form -> form.sheet().wrong(facts).stream())
            .findFirst();
    if (fault.isPresent()) {
      return fault;
    }
    String stick = facts.getOrDefault("stick", "");
    return stick.isEmpty() || stickNote.readable(stick)
        ? Optional.empty()
        : Optional.of("'stick' is no stick");
  }
}
