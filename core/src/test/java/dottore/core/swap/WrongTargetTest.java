package dottore.core.swap;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Depth;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.RunSheet.Mark;
import dottore.core.runsheet.SheetStep;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Job;
import dottore.core.ticket.Jobs;
import dottore.core.ticket.Start;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.lifecycle.AfterContainer;

/**
 * Hands that do anything in any order: write down, change their mind, begin, read the wrong serial,
 * tick what they can. Nothing is written to a drive whose serial was not read as its own.
 */
class WrongTargetTest {
  private static final List<String> SERIALS = List.of("OLD-1111", "NEW-2222", "OTHER-3333", "X1");
  private static final Map<String, List<String>> WORDS =
      Map.of(
          "swap-use", List.of("system", "data", ""),
          "swap-out", List.of("card-nvme-2280", "solid-box", ""),
          "new-form", List.of("card-nvme-2280", "solid-box", "spinning-large"),
          "swap-road", List.of("clone", "clean", "image", "recovery", ""),
          "old-drive", List.of("reads", "errors", "clicks", "dead", ""),
          "old-one", List.of("kept", "home", "erased", ""),
          "specialist", List.of("sent", "declined", ""),
          "saved-compared", List.of("yes", ""),
          "saved-where", List.of("shelf drive 2", ""),
          "has-image", List.of("yes", "no"));

  private static int written;
  private static int erased;

  @AfterContainer
  static void muchWasWrittenAndSomethingErased() {
    assertThat(written).isGreaterThan(5000);
    assertThat(erased).isGreaterThan(20);
  }

  @Property(tries = 10_000)
  void nothingIsWrittenToADriveThatWasNotReadAsTheTarget(@ForAll Random random) {
    Hands hands = new Hands(random);
    for (int i = 0; i < 40; i++) {
      hands.act();
    }
  }

  private static final class Hands {
    private final Random random;
    private final Map<String, String> facts = new HashMap<>();
    private final MachineKind kind;
    private final Backup backup;
    private final boolean mayErase;

    Hands(Random random) {
      this.random = random;
      this.kind = one(List.of(MachineKind.TOWER, MachineKind.LAPTOP, MachineKind.HANDHELD));
      this.backup = one(List.of(Backup.values()));
      this.mayErase = random.nextBoolean();
      facts.put("disk.0.serial", "OLD-1111");
      facts.put("disk.0.gb", "500");
      facts.put("new-gb", "500");
      facts.put("new-serial", "NEW-2222");
      facts.put("swap-out", "card-nvme-2280");
      facts.put("new-form", "card-nvme-2280");
      facts.put("swap-road", "clean");
      facts.put("old-drive", "reads");
      facts.put("old-one", random.nextBoolean() ? "kept" : "erased");
    }

    private <T> T one(List<T> of) {
      return of.get(random.nextInt(of.size()));
    }

    void act() {
      switch (random.nextInt(5)) {
        case 0 -> facts.put("new-serial", one(SERIALS));
        case 1 -> facts.put("disk.1.serial", one(SERIALS));
        case 4 -> work();
        default -> {
          String name = one(WORDS.keySet().stream().sorted().toList());
          facts.put(name, one(WORDS.get(name)));
        }
      }
    }

    private SwapDesk desk() {
      Job job = Jobs.job(kind, backup, List.of(), new Entry.Known(Facts.of(facts)));
      return SwapDesk.of(
          new Job(
              job.maker(),
              job.model(),
              kind,
              job.passport(),
              job.contexts(),
              backup,
              mayErase,
              true,
              job.log(),
              List.of()));
    }

    /** Begins if it may, and ticks whatever lets itself be ticked, reading any serial. */
    private void work() {
      SwapDesk desk = desk();
      if (!(desk.start() instanceof Start.Go go)) {
        return;
      }
      String fresh = desk.fresh().orElseThrow().lastFour().orElseThrow();
      assertThat(desk.drives().drives().stream().flatMap(d -> d.lastFour().stream()))
          .as("the new one is not taken for one that is there")
          .doesNotContain(fresh);
      Map<String, Mark> marks = new HashMap<>();
      Set<String> read = new HashSet<>();
      for (int i = 0; i < 60; i++) {
        List<SheetStep> ready = go.sheet().ready(marks);
        if (ready.isEmpty()) {
          return;
        }
        SheetStep step = one(ready);
        String typed = one(List.of("1111", "2222", "3333", "9999", ""));
        if (step.asked().isPresent()) {
          if (!step.asked().get().fits(typed)) {
            continue; // it stays shut
          }
          read.add(typed);
        }
        if (step.depth() == Depth.WRITES_DRIVE) {
          boolean erases = step.id().equals("erase");
          written++;
          erased += erases ? 1 : 0;
          assertThat(read).as(step.id()).contains(erases ? "1111" : fresh);
          if (erases) {
            assertThat(mayErase).isTrue();
            assertThat(!backup.wanted() || desk.drives().saved().isPresent()).isTrue();
          }
        }
        marks.put(step.id(), Mark.DONE);
      }
    }
  }
}
