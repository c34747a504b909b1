package dottore.app.casebook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dottore.app.knowledge.Knowledge;
import dottore.app.record.ConfirmedCauses;
import dottore.app.said.NotThere;
import dottore.core.casebook.Casebook;
import dottore.core.diagnosis.Diagnosis;
import dottore.core.diagnosis.ShopRules;
import dottore.core.learning.Experience;
import dottore.core.learning.Learned;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.ui.ConcurrentModel;
import org.springframework.ui.Model;

class CasebookControllerTest {
  private final Casebook casebook = Casebook.shipped();
  private final ConfirmedCauses confirmed = mock(ConfirmedCauses.class);
  private final CasebookController controller = new CasebookController(knowledge(), confirmed);
  private final Model model = new ConcurrentModel();

  private <T> List<T> list(String name, Class<T> type) {
    return ((List<?>) model.getAttribute(name)).stream().map(type::cast).toList();
  }

  @Test
  void listsEveryCauseUnderItsStation() {
    controller.causes("", model);
    assertThat(
            list("groups", CasebookController.Group.class).stream()
                .mapToInt(group -> group.rows().size())
                .sum())
        .isEqualTo(casebook.causes().size());
    assertThat(list("groups", CasebookController.Group.class).get(0).name()).isEqualTo("Wall");
  }

  @Test
  void saysHowOftenACauseWasConfirmedHere() {
    when(confirmed.counts()).thenReturn(Map.of("wall-power", 1L, "supply-dead", 4L));
    controller.causes("", model);
    assertThat(list("groups", CasebookController.Group.class))
        .flatExtracting(CasebookController.Group::rows)
        .extracting(CasebookController.Row::here)
        .contains("once here", "4 times here");
    controller.cause("supply-dead", model);
    assertThat(list("facts", CasebookController.Fact.class))
        .contains(new CasebookController.Fact("Here", "confirmed on 4 closed tickets"));
  }

  @Test
  void saysWhatMakesACauseLikelierAndWhatLessLikely() {
    controller.cause("cpu-unseated", model);
    assertThat(list("facts", CasebookController.Fact.class))
        .contains(
            new CasebookController.Fact(
                "More likely when",
                "processor was changed ×9; new build, never ran ×5; moved or shipped ×1.5"),
            new CasebookController.Fact(
                "Less likely when", "nothing that anyone knows of ×0.1; any other change ×0.1"));
  }

  @Test
  void everyPageOfTheCasebookCanBeBuilt() {
    casebook.causes().forEach(c -> controller.cause(c.id(), new ConcurrentModel()));
    casebook.repairs().forEach(r -> controller.repair(r.id(), new ConcurrentModel()));
    controller.check("board-light", model);
    assertThat(list("outcomes", CasebookController.OutcomeRow.class))
        .hasSameSizeAs(casebook.check("board-light").orElseThrow().outcomes());
  }

  @Test
  void findsByWordsAndSaysWhatIsNotThere() {
    controller.checks("memory light", model);
    assertThat(list("groups", CasebookController.Group.class)).hasSize(1);
    controller.causes("no such words", model);
    assertThat(list("groups", CasebookController.Group.class)).isEmpty();
    assertThatThrownBy(() -> controller.cause("moon-phase", model)).isInstanceOf(NotThere.class);
  }

  private static Knowledge knowledge() {
    Knowledge knowledge = mock(Knowledge.class);
    Diagnosis diagnosis = new Diagnosis(Casebook.shipped(), ShopRules.usual());
    when(knowledge.casebook()).thenReturn(diagnosis.casebook());
    when(knowledge.diagnosis()).thenReturn(diagnosis);
    when(knowledge.learned()).thenReturn(Learned.from(diagnosis.casebook(), Experience.none()));
    return knowledge;
  }
}
