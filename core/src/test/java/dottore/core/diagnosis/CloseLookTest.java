package dottore.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class CloseLookTest {
  private static final Event NO_MEMORY = new Event.Reading(1, Check.HOW_FAR, "memory", Event.TOLD);

  private final Casebook casebook = Casebook.shipped();
  private final Diagnosis diagnosis = new Diagnosis(casebook, ShopRules.usual());

  private Assessment after(Event... more) {
    List<Event> events = new ArrayList<>(List.of(NO_MEMORY));
    events.addAll(List.of(more));
    return diagnosis.assess(
        new Case(Set.of(Context.TOWER, Context.MEMORY_CHANGED), Set.of(), Set.of(), events));
  }

  @Test
  void theAnswerThatWouldConfirmIsWhatAnsweringGives() {
    Assessment now = after();
    List<Suspect> top = now.suspects().subList(0, 5);
    for (Suspect suspect : top) {
      CloseLook look = now.closely(suspect);
      CloseLook.Confirmation cheapest = look.cheapest().orElseThrow();
      assertThat(cheapest.check().id()).isNotEqualTo(Check.HOW_FAR);
      double then =
          after(new Event.Reading(2, cheapest.check().id(), cheapest.outcome().id(), Event.SEEN))
              .oddsOf(suspect.cause().id())
              .value();
      assertThat(cheapest.after().value()).isCloseTo(then, offset(1e-9));
      assertThat(then).isGreaterThan(suspect.odds().value());
    }
  }

  /** No check that can be done now confirms it for fewer minutes, counted over its chance. */
  @Test
  void nothingConfirmsItCheaper() {
    Assessment now = after();
    Suspect first = now.suspects().get(0);
    String seat = first.cause().id();
    CloseLook.Confirmation cheapest = now.closely(first).cheapest().orElseThrow();
    assertThat(cheapest.confirms()).isTrue();
    for (Candidate candidate : now.candidates()) {
      if (candidate.step().orElse(null) instanceof Check check) {
        for (Check.Outcome outcome : check.outcomes()) {
          double then =
              after(new Event.Reading(2, check.id(), outcome.id(), Event.SEEN))
                  .oddsOf(seat)
                  .value();
          if (then >= CloseLook.Confirmation.CONFIRMED && then > now.oddsOf(seat).value()) {
            // The answer comes at most always, so that its minutes are its least price.
            assertThat(cheapest.price())
                .as(check.id() + " " + outcome.id())
                .isLessThanOrEqualTo(
                    Math.max(candidate.own().value(), price(candidate, outcome, seat)) + 1e-9);
          }
        }
      }
    }
  }

  private double price(Candidate candidate, Check.Outcome outcome, String cause) {
    Assessment now = after();
    double own = now.oddsOf(cause).value();
    StepView.Branch branch =
        now.look(candidate.id()).orElseThrow().branches().stream()
            .filter(b -> b.outcome().equals(outcome.id()))
            .findFirst()
            .orElseThrow();
    double then =
        after(new Event.Reading(2, candidate.id(), outcome.id(), Event.SEEN)).oddsOf(cause).value();
    return candidate.own().value() / (branch.odds().value() * then / own);
  }

  @Test
  void itsCuresAreThoseOfTheCasebook() {
    Suspect first = after().suspects().get(0);
    assertThat(after().closely(first).cures())
        .isNotEmpty()
        .allMatch(cure -> cure.repair().cures().containsKey(first.cause().id()));
  }

  @Test
  void thePushIsSaidAsAFactor() {
    assertThat(new Suspect.Argument("a", "a", Math.log(8), false).push()).isEqualTo("×8.0");
    assertThat(new Suspect.Argument("a", "a", -Math.log(30), false).push()).isEqualTo("÷30");
    assertThat(new Suspect.Argument("a", "a", 50, false).push()).isEqualTo("×1000+");
  }
}
