package dottore.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Vocabulary.Meaning;
import dottore.core.casebook.Vocabulary.Sign;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordingTest {
  private static final Wording WORDING = new Wording(Casebook.shipped());

  private List<Meaning> heard(String typed) {
    return WORDING.proposals(typed, 12).stream().map(Wording.Proposal::meaning).toList();
  }

  private static Meaning answer(String check, String outcome) {
    return new Meaning.Answer(check, outcome);
  }

  @Test
  void hearsThreeThingsInOneLine() {
    assertThat(heard("fans spin, screen black, second light stays on"))
        .contains(
            answer("fans-and-lights", "run"),
            answer("board-light", "memory"),
            answer("how-far", "memory"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "no lights, no fans, it is completely dead | how-far | dead",
        "The fans dont spin and nothing lights up | fans-and-lights | nothing",
        "my notebook's monitor stays black | how-far | dark",
        "it says No bootable device | how-far | no-device",
        "the harddisk makes a clicking noise | drive-sound | clicks",
        "It crashes only when waking up from sleep | after-sleep-only | after-sleep",
        "always a different code | stop-codes-vary | vary",
        "cannot be installed to this disk | setup-message | not-this-disk",
        "wont charge, charging led is off | charging-light | none",
        "the touchpad doesnt work | what-is-wrong | touch",
        "asks for a recovery key since yesterday | locked-message | recovery-key",
        "keeps rebooting in a restart loop | how-far | stop",
        "the secnd light stays on | board-light | memory",
        "the wireless drops all the time | how-it-fails | device",
      })
  void hearsWhatPeopleSay(String typed, String check, String outcome) {
    assertThat(heard(typed)).contains(answer(check, outcome));
  }

  @Test
  void hearsCircumstancesAndDangers() {
    assertThat(heard("she spilled tea over the keyboard"))
        .contains(new Meaning.Danger(Mark.LIQUID))
        .as("one fact is shown once")
        .doesNotContain(new Meaning.Circumstance(Context.LIQUID));
    assertThat(heard("black screen after I put in new memory"))
        .contains(new Meaning.Circumstance(Context.MEMORY_CHANGED));
    assertThat(heard("there is a burning smell")).contains(new Meaning.Danger(Mark.SMELL));
  }

  /** Answers that are a danger themselves. */
  private static final Set<String> DANGEROUS =
      Set.of(
          "smell-and-look", "battery-look", "drive-sound", "usb-adapter-elsewhere", "warmth-felt");

  @Test
  void aDangerIsSurelyHeardWhereItIsMeantAndNowhereElse() {
    for (Sign sign : Casebook.shipped().vocabulary().signs()) {
      List<Mark> surely =
          WORDING.proposals(sign.phrase(), 4).stream()
              .flatMap(proposal -> proposal.sureDanger().stream())
              .toList();
      if (subject(sign.meaning()) instanceof Meaning.Danger meant) {
        assertThat(surely).as(sign.phrase()).contains(meant.mark());
      } else if (!(sign.meaning() instanceof Meaning.Answer answer
          && DANGEROUS.contains(answer.check()))) {
        assertThat(surely).as(sign.phrase()).isEmpty();
      }
    }
    assertThat(WORDING.proposals("restarts under load, water cooling pump is loud", 4))
        .noneMatch(proposal -> proposal.sureDanger().isPresent());
  }

  @ParameterizedTest
  @CsvSource({
    "my son dropped it in the bath, LIQUID",
    "it fell into the toilet on Sunday, LIQUID",
    "sparks came out of the back, SMELL",
    "the battery is bloated, SWOLLEN",
    "the disk clicks and clacks, CLICKING"
  })
  void aDangerInOtherWordsIsSurelyHeard(String typed, Mark danger) {
    assertThat(WORDING.proposals(typed, 4))
        .flatExtracting(proposal -> proposal.sureDanger().stream().toList())
        .contains(danger);
  }

  @Test
  void doesNotHearTheOppositeOfWhatWasSaid() {
    assertThat(heard("the fans do not spin")).doesNotContain(answer("fans-and-lights", "run"));
    assertThat(heard("it has sound and network"))
        .doesNotContain(answer("what-is-wrong", "no-sound"), answer("how-far", "degraded"));
    assertThat(heard("no beep")).startsWith(answer("beep-pattern", "silent"));
  }

  @Test
  void aFewAnswersOfACheckAndNothingFromNothing() {
    assertThat(heard("first light stays on, second light stays on"))
        .filteredOn(m -> m instanceof Meaning.Answer answer && answer.check().equals("board-light"))
        .contains(answer("board-light", "cpu"), answer("board-light", "memory"))
        .hasSizeLessThan(4);
    assertThat(heard("")).isEmpty();
    assertThat(heard("he will collect it on Friday, thank you very much")).isEmpty();
    assertThat(heard("\u0000 %%% <b>".repeat(2000))).isEmpty();
  }

  @Test
  void everyPhraseOfTheCasebookIsHeardAsWhatItMeans() {
    Casebook.shipped().vocabulary().signs().stream()
        .filter(sign -> !sign.phrase().contains(" and "))
        .forEach(
            sign ->
                assertThat(WORDING.proposals(sign.phrase(), 20))
                    .as(sign.phrase())
                    .anySatisfy(
                        heard ->
                            assertThat(subject(heard.meaning()))
                                .isEqualTo(subject(sign.meaning()))));
  }

  /** The check that is answered; a circumstance and its danger are one. */
  private static Object subject(Meaning meaning) {
    if (meaning instanceof Meaning.Circumstance c && c.context().mark().isPresent()) {
      return new Meaning.Danger(c.context().mark().get());
    }
    return meaning instanceof Meaning.Answer answer ? answer.check() : meaning;
  }
}
