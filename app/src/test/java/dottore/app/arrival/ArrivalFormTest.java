package dottore.app.arrival;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.record.Arrival;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.ticket.Backup;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.springframework.util.LinkedMultiValueMap;

class ArrivalFormTest {
  private static final ZoneId ZONE = ZoneId.of("UTC");
  private static final LocalDate TODAY = LocalDate.of(2026, 3, 1);

  private final LinkedMultiValueMap<String, String> posted = new LinkedMultiValueMap<>();

  ArrivalFormTest() {
    posted.add("customer", "Mirel Oduya-Lind");
    posted.add("complaint", "black screen");
    posted.add("kind", "tower");
  }

  @Test
  void takesTheLeastThatIsNeeded() {
    ArrivalForm form = ArrivalForm.of(posted);
    assertThat(form.faults(ZONE)).isEmpty();
    Arrival arrival = form.arrival(TODAY, ZONE);
    assertThat(arrival.told()).isEmpty();
    assertThat(arrival.mayOpen()).isTrue();
    assertThat(arrival.backup()).isEqualTo(Backup.UNKNOWN);
  }

  @Test
  void namesEachFieldThatIsWrongAndKeepsWhatWasTyped() {
    posted.set("customer", " ");
    posted.set("limit", "a lot");
    posted.set("promised", "soon");
    posted.set("told", "asleep");
    posted.set("warrantyUntil", "31.3.2027");
    posted.set("kind", "toaster");
    ArrivalForm form = ArrivalForm.of(posted);
    assertThat(form.faults(ZONE))
        .containsOnlyKeys("customer", "kind", "told", "limit", "warrantyUntil", "promised");
    assertThat(form.get("limit")).isEqualTo("a lot");
  }

  @Test
  void keepsTheCoverOnWhileWarrantyRuns() {
    posted.set("warrantyUntil", "2026-03-01");
    assertThat(ArrivalForm.of(posted).arrival(TODAY, ZONE).mayOpen()).isFalse();
    posted.set("openAnyway", "yes");
    assertThat(ArrivalForm.of(posted).arrival(TODAY, ZONE).mayOpen()).isTrue();
    posted.remove("openAnyway");
    assertThat(ArrivalForm.of(posted).arrival(TODAY.plusDays(1), ZONE).mayOpen()).isTrue();
  }

  @Test
  void passesOverContextsItDoesNotKnow() {
    posted.add("contexts", "moved");
    posted.add("contexts", "haunted");
    posted.add("contexts", "laptop");
    assertThat(ArrivalForm.of(posted).arrival(TODAY, ZONE).contexts())
        .containsExactly(Context.MOVED);
  }

  @Test
  void saysWhatIsTooLongOrBeyondAllCalendarsAndKeepsIt() {
    posted.set("customer", "n".repeat(121));
    posted.set("serial", "s".repeat(81));
    posted.set("warrantyUntil", "+999999999-12-31");
    posted.set("promised", "9999-12-31T10:00");
    ArrivalForm form = ArrivalForm.of(posted);
    assertThat(form.faults(ZONE))
        .containsOnlyKeys("customer", "serial", "warrantyUntil", "promised")
        .containsEntry("customer", "At most 120 letters.");
    assertThat(form.get("serial")).hasSize(81);
  }

  @Test
  void refusesAmountsThatAreNone() {
    for (String amount : new String[] {"-1", "1.234", "1e3000", "1e-50000000", "123456789012"}) {
      posted.set("limit", amount);
      assertThat(ArrivalForm.of(posted).faults(ZONE)).as(amount).containsKey("limit");
    }
    posted.set("limit", "120,50");
    assertThat(ArrivalForm.of(posted).faults(ZONE)).isEmpty();
  }

  @Test
  void takesOneAnswerOfACheck() {
    posted.add("said", "stop-code=driver");
    posted.add("said", "stop-code=memory");
    posted.add("said", "clock-right=wrong");
    assertThat(ArrivalForm.of(posted).picks().get("said"))
        .containsExactly("stop-code=driver", "clock-right=wrong");
  }

  @Test
  void whatTheWordsSoundLikeIsTakenUntilSomebodyWasAskedAndSaidNo() {
    Set<Mark> heard = EnumSet.of(Mark.LIQUID, Mark.SMELL);
    assertThat(ArrivalForm.of(posted).with(heard).arrival(TODAY, ZONE).marks())
        .containsExactlyInAnyOrder(Mark.LIQUID, Mark.SMELL);
    posted.add("asked", "liquid");
    posted.add("asked", "smell");
    posted.add("marks", "smell");
    ArrivalForm answered = ArrivalForm.of(posted);
    assertThat(answered.taken(Mark.LIQUID)).isFalse();
    assertThat(answered.with(heard).arrival(TODAY, ZONE).marks()).containsExactly(Mark.SMELL);
    assertThat(answered.decided(heard))
        .containsExactly(
            "The complaint sounds like: Liquid got in; asked, and it is not so",
            "The complaint sounds like: Smoke or burn smell; taken as said");
  }
}
