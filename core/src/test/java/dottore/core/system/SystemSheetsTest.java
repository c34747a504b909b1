package dottore.core.system;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Casebook;
import dottore.core.casebook.Depth;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.system.SystemDesk.Habits;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Job;
import dottore.core.ticket.Jobs;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.time.Instant;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Run sheets of every road on machines by seed, read by a checker of its own. */
class SystemSheetsTest {
  private static final SystemProfiles ALL = SystemProfiles.shipped();

  /** What must stand above what, wherever both stand. */
  private static final String[][] ORDER = {
    {"back-up", "partitions"},
    {"back-up", "run"},
    {"copy", "back-up"},
    {"key", "run"},
    {"key", "partitions"},
    {"recovery-key", "run"},
    {"network-on-stick", "first-start"},
    {"set-boot-way", "set-secure-boot"},
    {"set-secure-boot", "set-security-chip"},
    {"set-boot-way", "boot-entry"},
    {"which-target", "partitions"},
    {"which-target", "run"},
    {"partitions", "run"},
    {"boot-entry", "which-target"},
    {"run", "stick-out"},
    {"stick-out", "first-start"},
    {"first-start", "network-in"},
    {"network-in", "updates"},
    {"run", "updates"},
    {"updates", "chipset"},
    {"chipset", "graphics"},
    {"graphics", "other-drivers"},
    {"updates", "activation"},
    {"suspend", "run"},
    {"run", "resume"},
    {"gentle", "run"},
    {"model", "run"},
    {"run", "old-entry"},
    {"run", "data-back"},
    {"data-back", "finishing"},
    {"programs", "finishing"},
    {"room", "run"},
    {"updates", "finishing"},
    {"edition-look", "run"},
    {"fresh-medium", "run"},
    {"disc-look", "boot-entry"},
    {"boot-entry", "language"},
    {"language", "partitions"},
    {"old-entry", "both-start"},
    {"both-start", "finishing"},
  };

  private static Job job(
      MachineKind kind, Backup backup, boolean mayErase, Map<String, String> facts) {
    Job plain = Jobs.job(kind, backup, List.of(), new Entry.Known(Facts.of(facts)));
    return new Job(
        plain.maker(),
        plain.model(),
        kind,
        plain.passport(),
        plain.contexts(),
        backup,
        mayErase,
        true,
        plain.log(),
        plain.owed());
  }

  private static String any(SplittableRandom random, String... values) {
    return values[random.nextInt(values.length)];
  }

  private static Map<String, String> facts(
      SplittableRandom random, SystemProfile profile, SystemRoad road) {
    Map<String, String> facts = new HashMap<>();
    facts.put("system-wanted", profile.id());
    facts.put("system-road", road.id());
    facts.put("system-had", any(random, profile.id(), "ebb-desk-11", "ebb-desk-11", ""));
    facts.put("system-starts", any(random, "yes", "no", ""));
    facts.put("system-unstable", any(random, "yes", "no", ""));
    facts.put("system-programs", any(random, "back", "fresh", ""));
    facts.put("network-in-box", any(random, "yes", "no", ""));
    facts.put("two-volumes", any(random, "yes", "no"));
    facts.put("system-medium", any(random, "fresh", "old", "foreign", ""));
    facts.put("system-wrong", any(random, "language", "edition", "", "", "", ""));
    facts.put("second-system", any(random, "yes", "no", ""));
    facts.put("system-language", any(random, "Dansk", ""));
    facts.put("key-known", any(random, "yes", ""));
    facts.put("encryption", any(random, "active", "none", "suspended", ""));
    facts.put("bits", "64");
    facts.put("cores", "4");
    facts.put("memory-gib", "16");
    facts.put("boot-mode", any(random, "new", "new", "new", "old"));
    facts.put("secure-boot", any(random, "on", "on", "on", "off"));
    facts.put("chip", any(random, "on", "on", "on", "off"));
    facts.put("processor-listed", "yes");
    facts.put("solid-state", "yes");
    facts.put("disk.0.serial", "AB-7F3Q");
    facts.put("disk.0.gb", "500");
    if (random.nextBoolean()) {
      facts.put("disk.1.serial", "EF-20KK");
      facts.put("disk.1.gb", any(random, "500", "2000"));
      facts.put("target", "0");
    }
    if (random.nextBoolean()) {
      facts.put("saved-where", "shelf drive");
      facts.put("saved-compared", "yes");
    }
    facts.values().removeIf(String::isEmpty);
    return facts;
  }

  @Test
  void everySheetHoldsEveryOrder() {
    SplittableRandom random = new SplittableRandom(13);
    Map<SystemRoad, Integer> begun = new EnumMap<>(SystemRoad.class);
    int profiles = ALL.all().size();
    for (int round = 0; round < 4000; round++) {
      SystemProfile profile = // the only one that goes over another more often
          random.nextInt(3) == 0
              ? ALL.named("ebb-desk-12").orElseThrow()
              : List.copyOf(ALL.all()).get(random.nextInt(profiles));
      MachineKind kind = List.copyOf(profile.kinds()).get(random.nextInt(profile.kinds().size()));
      SystemRoad road = SystemRoad.values()[random.nextInt(SystemRoad.values().length)];
      Backup backup = any(random, "a", "b").equals("a") ? Backup.NO : Backup.UNKNOWN;
      boolean mayErase = random.nextInt(4) > 0;
      Map<String, String> facts = facts(random, profile, road);
      Habits habits =
          new Habits(random.nextBoolean(), random.nextBoolean(), random.nextInt(4) == 0);
      SystemDesk desk = SystemDesk.of(job(kind, backup, mayErase, facts), ALL);
      Start start = desk.start(habits);
      if (start instanceof Start.NotYet not) {
        assertThat(not.why()).isNotBlank();
        continue;
      }
      begun.merge(road, 1, Integer::sum);
      assertThat(road.erases() && !mayErase).as("consent").isFalse();
      check(((Start.Go) start).sheet(), desk, profile, road, facts);
    }
    assertThat(begun.keySet())
        .contains(
            SystemRoad.CLEAN,
            SystemRoad.RECOVERY,
            SystemRoad.REPAIR,
            SystemRoad.UPGRADE,
            SystemRoad.RESET)
        .doesNotContain(SystemRoad.CLONE, SystemRoad.LEAVE);
    assertThat(begun.values()).allMatch(count -> count > 20);
  }

  private static void check(
      RunSheet sheet,
      SystemDesk desk,
      SystemProfile profile,
      SystemRoad road,
      Map<String, String> facts) {
    List<String> ids = sheet.steps().stream().map(SheetStep::id).toList();
    assertThat(new HashSet<>(ids)).as("no step twice").hasSameSizeAs(ids);
    for (String[] pair : ORDER) {
      if (ids.contains(pair[0]) && ids.contains(pair[1])) {
        assertThat(ids.indexOf(pair[0]))
            .as("%s before %s in %s", pair[0], pair[1], ids)
            .isLessThan(ids.indexOf(pair[1]));
      }
    }
    assertThat(ids).contains("back-up", "run", "updates", "finishing");
    // Nothing is owed at the end.
    Set<String> owed = new HashSet<>();
    for (SheetStep step : sheet.steps()) {
      step.returns().ifPresent(what -> assertThat(owed.remove(what)).as(what).isTrue());
      step.borrows().ifPresent(loan -> assertThat(owed.add(loan.what())).isTrue());
    }
    assertThat(owed).isEmpty();
    // What is written is told apart by its serial, which stands above the first writing.
    if (road.erases()) {
      int first =
          ids.indexOf(
              sheet.steps().stream()
                  .filter(s -> s.depth() == Depth.WRITES_DRIVE)
                  .findFirst()
                  .orElseThrow()
                  .id());
      SheetStep which = sheet.step("which-target").orElseThrow();
      assertThat(ids.indexOf("which-target")).isLessThan(first);
      assertThat(which.asked().orElseThrow().question()).contains("Last four");
      assertThat(which.must()).isTrue();
      assertThat(ids).contains("stick-out", "first-start", "old-entry");
      if (desk.facts().text(SystemFacts.NETWORK_DRIVER).equals("no")) {
        assertThat(ids).contains("network-on-stick", "network-in");
        assertThat(sheet.step("first-start").orElseThrow().words()).contains("without network");
      }
    } else {
      // Settings over an old system have a sheet of their own.
      assertThat(road == SystemRoad.UPGRADE && !desk.readiness().orElseThrow().stops().isEmpty())
          .isFalse();
      assertThat(ids).doesNotContain("partitions", "which-target", "old-entry", "data-back");
      assertThat(ids.contains("suspend")).isEqualTo("active".equals(facts.get("encryption")));
    }
    assertThat(ids.contains("model"))
        .isEqualTo(road == SystemRoad.RECOVERY && profile.ofTheModel());
    assertThat(sheet.step("run").orElseThrow().guard()).isPresent();
    assertThat(sheet.step("run").orElseThrow().guard().get().worry().value())
        .isGreaterThanOrEqualTo(Stall.MINUTES);
  }

  @Test
  void whatASheetLeavesBehindIsTheNewSystem() {
    Map<String, String> facts =
        facts(new SplittableRandom(1), ALL.named("ebb-desk-12").get(), SystemRoad.CLEAN);
    facts.put("system-starts", "no");
    Start start =
        SystemDesk.of(job(MachineKind.LAPTOP, Backup.NO, true, facts), ALL).start(Habits.USUAL);
    assertThat(start).isInstanceOf(Start.Go.class);
    Start.Go go = (Start.Go) start;
    SheetWork work =
        SheetWork.of(
            "s",
            go.sheet(),
            go.about(),
            Instant.EPOCH,
            "runa",
            Jobs.log(new Entry.Ticked("s", SystemSheets.RUN, true)));
    assertThat(SystemKind.REINSTALL.repairs(work))
        .containsExactly("install-for-boot", "reinstall-clean");
    Facts left = SystemKind.REINSTALL.leaves(work);
    assertThat(left.find(SystemFacts.HAD)).contains("ebb-desk-12");
    assertThat(left.find(SystemFacts.ORIGIN)).contains(SystemFacts.Origin.OURS);
    SheetWork none = SheetWork.of("s", go.sheet(), go.about(), Instant.EPOCH, "runa", Jobs.log());
    assertThat(SystemKind.REINSTALL.repairs(none)).isEmpty();
    assertThat(SystemKind.REINSTALL.leaves(none).isEmpty()).isTrue();
    assertThat(SystemCasebook.ALL).allSatisfy(r -> assertThat(r.step()).isNotBlank());
    assertThat(Casebook.shipped().repair("reinstall-clean")).isPresent();
  }
}
