package dottore.core.firmware;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.School;
import dottore.core.casebook.Stage.Reach;
import dottore.core.firmware.UpdatePlan.Decision;
import dottore.core.firmware.UpdatePlanner.Situation;
import dottore.core.firmware.UpdatePlanner.Suspicion;
import dottore.core.units.Odds;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class UpdatePlannerTest {
  private static final School.Position REASON = School.FIRMWARE_UPDATE.position("named-reason");
  private static final School.Position NEWEST = School.FIRMWARE_UPDATE.position("newest");

  private static Situation with(String now, String wanted, String cpu, Reach reach) {
    return new Situation(
        Optional.ofNullable(now),
        Optional.ofNullable(wanted),
        Optional.ofNullable(cpu),
        false,
        true,
        reach,
        Map.of());
  }

  private static List<String> versions(UpdatePlan plan) {
    return plan.hops().stream().map(Release::version).toList();
  }

  @Test
  void aStableMachineIsLeftAloneByBothSchools() {
    Situation at = with("2.00", null, Boards.NEW_CPU, Reach.DESKTOP);
    for (School.Position school : List.of(REASON, NEWEST)) {
      UpdatePlan plan = UpdatePlanner.plan(Boards.MARK, at, school);
      assertThat(plan.decision()).isEqualTo(Decision.LEAVE);
      assertThat(plan.why().get(0))
          .isEqualTo("No reason is named; a machine that runs is left alone");
      assertThat(plan.stands().get(0).position()).isEqualTo(school);
    }
  }

  @ParameterizedTest(name = "new build, installed {0}, school {1}: updates {2}")
  @CsvSource({
    "false, named-reason, true",
    "true, named-reason, false",
    "false, newest, true",
    "true, newest, true"
  })
  void schoolsDifferOnANewBuildThatIsInstalled(boolean installed, String school, boolean updates) {
    Situation at =
        new Situation(
            Optional.of("2.00"),
            Optional.empty(),
            Optional.empty(),
            true,
            installed,
            Reach.FIRMWARE,
            Map.of());
    UpdatePlan plan = UpdatePlanner.plan(Boards.MARK, at, School.FIRMWARE_UPDATE.position(school));
    assertThat(plan.decision().go()).isEqualTo(updates);
  }

  @Test
  void aProcessorThatNeedsMoreIsANamedReasonAndTakesTheMarkedPort() {
    UpdatePlan plan =
        UpdatePlanner.plan(Boards.MARK, with("1.10", null, Boards.NEW_CPU, Reach.LIGHTS), REASON);
    assertThat(plan.decision()).isEqualTo(Decision.UPDATE);
    assertThat(plan.why().get(0)).isEqualTo("Halden H7 needs 2.00 at least");
    assertThat(plan.evidence().outcome()).isEqualTo("old");
    assertThat(versions(plan)).containsExactly("1.20", "2.10");
    assertThat(plan.why()).contains("Not in one go: 1.20, then 2.10");
    assertThat(plan.way()).contains(Way.FLASH_PORT);
  }

  @Test
  void aProcessorThatTheListDoesNotNameIsSaid() {
    UpdatePlan plan =
        UpdatePlanner.plan(Boards.MARK, with("2.10", null, "Halden X", Reach.LIGHTS), REASON);
    assertThat(plan.decision()).isEqualTo(Decision.SAME);
    assertThat(plan.why().get(0)).contains("does not name this processor");
  }

  @Test
  void notesThatNameASuspectAreAReasonTheLikeliestFirst() {
    Situation at =
        new Situation(
            Optional.of("1.20"),
            Optional.empty(),
            Optional.empty(),
            false,
            true,
            Reach.FIRMWARE,
            Map.of(
                "memory-incompatible",
                    new Suspicion("module the board does not like", Odds.of(0.3)),
                "firmware-bug", new Suspicion("known fault", Odds.of(0.5)),
                "settings-bad", new Suspicion("a setting", Odds.of(0.1))));
    UpdatePlan plan = UpdatePlanner.plan(Boards.MARK, at, REASON);
    assertThat(plan.decision()).isEqualTo(Decision.UPDATE);
    assertThat(plan.named()).extracting(n -> n.release().version()).containsExactly("2.10", "2.00");
    assertThat(plan.why().get(0)).contains("known fault, 50 %");
    assertThat(plan.evidence().outcome()).isEqualTo("noted");
  }

  @Test
  void aWeakSuspicionIsNoReason() {
    Situation at =
        new Situation(
            Optional.of("1.20"),
            Optional.empty(),
            Optional.empty(),
            false,
            true,
            Reach.FIRMWARE,
            Map.of("firmware-bug", new Suspicion("known fault", Odds.of(0.09))));
    assertThat(UpdatePlanner.plan(Boards.MARK, at, REASON).decision()).isEqualTo(Decision.LEAVE);
  }

  @ParameterizedTest(name = "{0} to {1}: {2} over {3}")
  @CsvSource(
      nullValues = "-",
      value = {
        "1.00, 1.10, UPDATE, 1.10",
        "1.00, 2.00, UPDATE, 1.20 2.00",
        "1.00, 2.20 beta, UPDATE, 1.20 2.00 2.20 beta",
        "1.20, 2.10, UPDATE, 2.10",
        "2.10, 2.10, SAME, -",
        "2.00, 1.20, UPDATE, 1.20",
        "2.10, 2.00, FORBIDDEN, -",
        "A7, 2.10, UNCLEAR, -",
        "1.00, 3.00, NO_ROAD, -",
        "-, 2.10, UPDATE, 1.10 1.20 2.10",
        "0.50, 2.10, UPDATE, 1.10 1.20 2.10"
      })
  void theRoadHasItsSteppingStones(String now, String to, Decision decision, String road) {
    UpdatePlan plan = UpdatePlanner.plan(Boards.MARK, with(now, to, null, Reach.FIRMWARE), REASON);
    assertThat(plan.decision()).isEqualTo(decision);
    // From 1.00 or 1.10 the road is equally short; the older one is published first.
    assertThat(String.join(" ", versions(plan)).replace("1.00 ", "1.10 "))
        .isEqualTo(road == null ? "" : road);
  }

  @ParameterizedTest(name = "{0}: {1}")
  @CsvSource(
      nullValues = "-",
      value = {
        "NOTHING, FLASH_PORT",
        "LIGHTS, FLASH_PORT",
        "PICTURE, FLASH_PORT",
        "FIRMWARE, FIRMWARE_SCREEN",
        "DESKTOP, FIRMWARE_SCREEN"
      })
  void theWayFollowsHowFarItGets(Reach reach, Way way) {
    UpdatePlan plan = UpdatePlanner.plan(Boards.MARK, with("1.20", null, null, reach), REASON);
    assertThat(plan.way()).contains(way);
    assertThat(plan.ways()).hasSize(3);
  }

  @Test
  void fromTheSystemOnlyWhereNothingElseIsThere() {
    BoardRecord bare = board(EnumSet.of(Way.FROM_SYSTEM), Boards.MARK.releases());
    assertThat(UpdatePlanner.plan(bare, with("1.20", null, null, Reach.DESKTOP), REASON).way())
        .contains(Way.FROM_SYSTEM);
    assertThat(UpdatePlanner.plan(bare, with("1.20", null, null, Reach.LIGHTS), REASON).way())
        .isEmpty();
  }

  private static BoardRecord board(Set<Way> ways, List<Release> releases) {
    BoardRecord mark = Boards.MARK;
    return new BoardRecord(
        mark.maker(),
        mark.model(),
        mark.revision(),
        mark.family(),
        mark.scheme(),
        mark.stickFile(),
        ways,
        mark.rescues(),
        mark.processors(),
        releases);
  }

  /** Random lists of up to seven releases, against trying every subset of them in order. */
  @Test
  void theRoadIsTheShortestThereIs() {
    SplittableRandom random = new SplittableRandom(7);
    int roads = 0;
    for (int round = 0; round < 500; round++) {
      List<Release> releases = new ArrayList<>();
      int count = random.nextInt(2, 8);
      int security = 0;
      for (int i = 1; i <= count; i++) {
        String from = i == 1 || random.nextInt(3) == 0 ? "" : "1." + random.nextInt(1, i);
        security += random.nextInt(5) == 0 ? 1 : 0;
        releases.add(Boards.release("1." + i, i, from, security));
      }
      BoardRecord board = board(EnumSet.allOf(Way.class), releases);
      String now = "1." + random.nextInt(0, count);
      UpdatePlan plan =
          UpdatePlanner.plan(board, with(now, "1." + count, null, Reach.FIRMWARE), REASON);
      int shortest = shortest(board, now, count);
      assertThat(plan.hops().size()).as("%s from %s", releases, now).isEqualTo(shortest);
      assertThat(walks(board.scheme(), now, plan.hops())).isTrue();
      roads += shortest > 1 ? 1 : 0;
    }
    assertThat(roads).isGreaterThan(50);
  }

  private static int shortest(BoardRecord board, String now, int target) {
    int best = 0;
    for (int subset = 0; subset < 1 << target; subset++) {
      List<Release> road = new ArrayList<>();
      for (int i = 0; i < target; i++) {
        if ((subset >> i & 1) == 1) {
          road.add(board.releases().get(i));
        }
      }
      boolean there = !road.isEmpty() && road.get(road.size() - 1).version().equals("1." + target);
      if (there && walks(board.scheme(), now, road) && (best == 0 || road.size() < best)) {
        best = road.size();
      }
    }
    return best;
  }

  private static boolean walks(VersionScheme scheme, String now, List<Release> road) {
    String at = now;
    for (Release next : road) {
      if (!scheme.newer(next.version(), at)
          || !(next.startsFrom().isEmpty() || scheme.reaches(at, next.startsFrom()))) {
        return false;
      }
      at = next.version();
    }
    return true;
  }
}
