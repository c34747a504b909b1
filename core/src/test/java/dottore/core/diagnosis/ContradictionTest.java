package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ContradictionTest {
  private final Diagnosis diagnosis = new Diagnosis(Casebook.shipped(), ShopRules.usual());

  private Assessment of(String... answers) {
    Case about = new Case(Set.of(Context.TOWER), Set.of(), Set.of(), List.of());
    for (String answer : answers) {
      String[] parts = answer.split("=");
      about = about.with(new Event.Reading(about.events().size(), parts[0], parts[1], Event.SEEN));
    }
    return diagnosis.assess(about);
  }

  @Test
  void namesTwoAnswersThatDoNotFitAndTheCheaperToRepeat() {
    Contradiction found =
        of("how-far=dead", "fans-and-lights=run", "wall-lamp=lit").contradiction().orElseThrow();
    assertThat(found.first().check()).isEqualTo("how-far");
    assertThat(found.second().check()).isEqualTo("fans-and-lights");
    assertThat(found.again().id()).isEqualTo("fans-and-lights");
    assertThat(found.conflict()).isGreaterThan(Math.log(6));
  }

  @Test
  void isSilentWhereAnswersFit() {
    assertThat(of("how-far=memory", "board-light=memory", "fans-and-lights=run").contradiction())
        .isEmpty();
    assertThat(of().contradiction()).isEmpty();
    assertThat(of("how-far=dead", "fans-and-lights=nothing", "wall-lamp=dark").contradiction())
        .isEmpty();
  }

  @Test
  void asksForTheOtherOneAfterARepeatAndThenNoMore() {
    Contradiction second =
        of("how-far=dead", "fans-and-lights=run", "fans-and-lights=run")
            .contradiction()
            .orElseThrow();
    assertThat(second.again().id()).isEqualTo("how-far");
    assertThat(
            of("how-far=dead", "fans-and-lights=run", "fans-and-lights=run", "how-far=dead")
                .contradiction())
        .isEmpty();
  }

  @Test
  void isRareOnMachinesThatAnswerAsTheCasebookSays() {
    int spoken = 0;
    for (int i = 0; i < 150; i++) {
      SampledMachine machine = new SampledMachine(diagnosis, 400 + i);
      Case about = machine.arrived();
      for (int step = 0; step < 5; step++) {
        Assessment assessment = diagnosis.assess(about);
        if (assessment.next().flatMap(Candidate::step).orElse(null)
            instanceof dottore.core.casebook.Check check) {
          about = about.with(machine.answer(check, step));
        }
      }
      spoken += diagnosis.assess(about).contradiction().isPresent() ? 1 : 0;
    }
    assertThat(spoken).isLessThan(150 * 8 / 100);
  }
}
