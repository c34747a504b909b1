package dottore.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.machine.DiskLayout;
import dottore.core.machine.DiskLayout.Backup;
import dottore.core.machine.Scheme;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DiskReadingTest {

  @ParameterizedTest
  @CsvSource({
    "MBR, , mbr, ",
    "GPT, , gpt, ",
    "MBR, old, mbr, fit",
    "MBR, new, mbr, clash",
    "GPT, new, gpt, fit",
    "GPT, old, gpt, clash",
    "NONE, new, , ",
  })
  void answersSchemeAndMode(Scheme scheme, String mode, String read, String fits) {
    DiskLayout layout =
        new DiskLayout(scheme, 512, OptionalLong.empty(), List.of(), true, Backup.NONE);
    List<Answer> answers = DiskReading.of(layout, Optional.ofNullable(mode).map("new"::equals));
    assertThat(answers.stream().filter(a -> a.check().equals("scheme-read")).map(Answer::outcome))
        .containsExactly(read == null ? new String[0] : new String[] {read});
    assertThat(
            answers.stream().filter(a -> a.check().equals("boot-mode-shown")).map(Answer::outcome))
        .containsExactly(fits == null ? new String[0] : new String[] {fits});
    for (Answer answer : answers) {
      assertThat(Casebook.shipped().check(answer.check()).orElseThrow().outcomes())
          .anyMatch(outcome -> outcome.id().equals(answer.outcome()));
    }
  }
}
