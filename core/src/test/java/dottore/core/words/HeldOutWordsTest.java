package dottore.core.words;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Vocabulary.Meaning;
import dottore.core.casebook.Vocabulary.Sign;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** How well words are understood that the casebook does not hold: phrases held out by seed. */
class HeldOutWordsTest {
  private static final int SHOWN = 4;
  private static final int PARTS = 5;
  private static final int DANGER_PARTS = 16;
  private static final long SEED = 20;

  private static final Casebook CASEBOOK = Casebook.shipped();
  private final List<Sign> phrases = new ArrayList<>(CASEBOOK.vocabulary().signs());

  @Test
  void rightAmongFourForEightyFiveOfAHundredPhrasesHeldOut() {
    assertThat(phrases.stream().map(Sign::phrase).distinct()).hasSizeGreaterThan(600);
    Collections.shuffle(phrases, new Random(SEED));
    int asked = 0;
    List<String> missed = new ArrayList<>();
    for (int part = 0; part < PARTS; part++) {
      Set<String> heldOut = new HashSet<>();
      for (int i = part; i < phrases.size(); i += PARTS) {
        heldOut.add(phrases.get(i).phrase());
      }
      List<Sign> known = phrases.stream().filter(s -> !heldOut.contains(s.phrase())).toList();
      Wording wording = new Wording(CASEBOOK, known);
      for (String phrase : heldOut) {
        List<Meaning> right = meanings(phrase);
        if (known.stream().anyMatch(sign -> right.contains(sign.meaning()))) {
          asked++;
          boolean heard =
              wording.proposals(phrase, SHOWN).stream()
                  .limit(SHOWN)
                  .anyMatch(proposal -> right.contains(proposal.meaning()));
          if (!heard) {
            missed.add(phrase);
          }
        }
      }
    }
    double recall = (double) (asked - missed.size()) / asked;
    System.out.printf("%d phrases held out, right among %d: %.1f %%%n", asked, SHOWN, 100 * recall);
    assertThat(asked).isGreaterThan(600);
    assertThat(recall).isGreaterThanOrEqualTo(0.85);
  }

  /** Said beside five other things, in a complaint of its own length. */
  @Test
  void dangerIsAlwaysShown() {
    Wording wording = new Wording(CASEBOOK);
    List<Sign> dangers =
        phrases.stream().filter(sign -> sign.meaning() instanceof Meaning.Danger).toList();
    assertThat(dangers).hasSizeGreaterThan(60);
    for (Sign danger : dangers) {
      String complaint =
          "fans spin, screen black, no beep, new memory, asks for a recovery key, "
              + danger.phrase()
              + ", please call me on Tuesday";
      assertThat(wording.proposals(complaint, SHOWN))
          .as(danger.phrase())
          .extracting(Wording.Proposal::meaning)
          .contains(danger.meaning());
    }
  }

  /** A few danger phrases at a time held out: the others of the danger are enough to know it by. */
  @Test
  void dangerInOtherWordsIsShown() {
    List<Sign> dangers =
        phrases.stream().filter(sign -> sign.meaning() instanceof Meaning.Danger).toList();
    List<String> missed = new ArrayList<>();
    for (int part = 0; part < DANGER_PARTS; part++) {
      List<Sign> asked = new ArrayList<>();
      for (int i = part; i < dangers.size(); i += DANGER_PARTS) {
        asked.add(dangers.get(i));
      }
      Set<String> heldOut = asked.stream().map(Sign::phrase).collect(Collectors.toSet());
      Wording wording =
          new Wording(
              CASEBOOK, phrases.stream().filter(s -> !heldOut.contains(s.phrase())).toList());
      for (Sign danger : asked) {
        if (wording.proposals(danger.phrase(), SHOWN).stream()
            .noneMatch(proposal -> proposal.meaning().equals(danger.meaning()))) {
          missed.add(danger.phrase());
        }
      }
    }
    assertThat(missed).isEmpty();
  }

  private List<Meaning> meanings(String phrase) {
    return phrases.stream()
        .filter(sign -> sign.phrase().equals(phrase))
        .map(Sign::meaning)
        .toList();
  }
}
