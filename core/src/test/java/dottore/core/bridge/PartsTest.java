package dottore.core.bridge;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Step;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class PartsTest {
  @Test
  void everyStepHasItsPartAndEveryKindThatTakesItHasThePart() {
    Casebook book = Casebook.shipped();
    Stream.<Step>concat(book.checks().stream(), book.repairs().stream())
        .forEach(
            step -> {
              assertThat(Parts.knows(step.id())).as(step.id()).isTrue();
              step.effort()
                  .kinds()
                  .forEach(
                      kind ->
                          assertThat(Parts.of(step).on(kind))
                              .as(step.id() + " on " + kind)
                              .isTrue());
            });
  }
}
