package dottore.app.drive;

import dottore.app.ticket.FactRule;
import dottore.app.ticket.FactSheet;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The facts of the drive desk. */
@Component
class DriveRule implements FactRule {
  private final LayoutNote notes;

  DriveRule(LayoutNote notes) {
    this.notes = notes;
  }

  @Override
  public Optional<String> wrong(Map<String, String> facts) {
    Stream<FactSheet> forms =
        Stream.concat(
            Arrays.stream(DriveForm.values()).map(DriveForm::sheet),
            IntStream.range(0, DriveForm.MOST_DRIVES).mapToObj(DriveForm::disk));
    Optional<String> fault = forms.flatMap(form -> form.wrong(facts).stream()).findFirst();
    if (fault.isPresent()) {
      return fault;
    }
    return facts.entrySet().stream()
        .filter(fact -> fact.getKey().matches("disk\\.\\d+\\.layout"))
        .filter(fact -> !fact.getValue().isEmpty() && !notes.readable(fact.getValue()))
        .map(fact -> "'" + fact.getKey() + "' is no partition table")
        .findFirst();
  }
}
