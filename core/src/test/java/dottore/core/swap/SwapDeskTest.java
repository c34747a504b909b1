package dottore.core.swap;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.casebook.Depth;
import dottore.core.facts.Facts;
import dottore.core.gate.State;
import dottore.core.machine.MachineKind;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.swap.SwapDesk.Topic;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Job;
import dottore.core.ticket.Jobs;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class SwapDeskTest {
  private final Map<String, String> facts = new HashMap<>();
  private MachineKind kind = MachineKind.LAPTOP;
  private Backup backup = Backup.NO;
  private boolean mayErase;
  private boolean mayOpen = true;

  private SwapDesk desk() {
    Job plain = Jobs.job(kind, backup, List.of(), new Entry.Known(Facts.of(facts)));
    return SwapDesk.of(
        new Job(
            plain.maker(),
            plain.model(),
            kind,
            plain.passport(),
            plain.contexts(),
            backup,
            mayErase,
            mayOpen,
            plain.log(),
            plain.owed()));
  }

  /** A laptop whose drive reads, with a new one of the same form and a road. */
  private void laptop(Road road) {
    facts.put("disk.0.serial", "OLD-1111");
    facts.put("disk.0.gb", "256");
    facts.put("swap-out", "card-nvme-2280");
    facts.put("new-form", "card-nvme-2280");
    facts.put("new-serial", "NEW-2222");
    facts.put("new-gb", "500");
    facts.put("old-drive", "reads");
    facts.put("old-one", "kept");
    facts.put("swap-road", road.id());
    if (road == Road.IMAGE) {
      facts.put("has-image", "yes");
    }
  }

  private RunSheet sheet() {
    assertThat(desk().start()).isInstanceOf(Start.Go.class);
    return ((Start.Go) desk().start()).sheet();
  }

  private State state(Topic topic) {
    return desk().gate().point(topic).orElseThrow().state();
  }

  private static int at(RunSheet sheet, String step) {
    List<String> ids = sheet.steps().stream().map(SheetStep::id).toList();
    assertThat(ids).contains(step);
    return ids.indexOf(step);
  }

  @Test
  void asksBeforeItOpensAnything() {
    assertThat(desk().fits()).isEmpty();
    assertThat(desk().gate().open()).isNotEmpty();
    assertThat(desk().start()).isInstanceOf(Start.NotYet.class);
  }

  @Test
  void batteryFirstThenTheDriveAndTheBatteryBackBeforeTheFirstStart() {
    laptop(Road.CLEAN);
    RunSheet sheet = sheet();
    assertThat(at(sheet, "back-up")).isLessThan(at(sheet, "off"));
    assertThat(at(sheet, "battery")).isLessThan(at(sheet, "take-out"));
    assertThat(at(sheet, "take-out")).isLessThan(at(sheet, "fit"));
    assertThat(at(sheet, "battery-back")).isBetween(at(sheet, "fit"), at(sheet, "listed"));
    assertThat(at(sheet, "which-target")).isLessThan(at(sheet, "install"));
    assertThat(sheet.step("which-target").orElseThrow().asked().orElseThrow().fits("2222"))
        .isTrue();
    assertThat(sheet.steps().get(sheet.steps().size() - 1).id()).isEqualTo("old-kept");
  }

  @Test
  void aCloneIsItsOwnCopyAndComesBeforeTheCaseIsOpened() {
    laptop(Road.CLONE);
    RunSheet sheet = sheet();
    assertThat(sheet.step("back-up")).isEmpty();
    assertThat(at(sheet, "clone")).isLessThan(at(sheet, "off"));
    assertThat(sheet.step("clone").orElseThrow().guard()).isPresent();
  }

  @Test
  void aTowerHasNoBatteryToUnplug() {
    kind = MachineKind.TOWER;
    laptop(Road.CLEAN);
    assertThat(sheet().step("battery")).isEmpty();
  }

  @Test
  void clickingWithUnsavedDataStopsUntilTheCustomerDecided() {
    laptop(Road.CLEAN);
    facts.put("old-drive", "clicks");
    assertThat(state(Topic.DATA)).isEqualTo(State.BAD);
    assertThat(desk().start()).isInstanceOf(Start.NotYet.class);
    facts.put("specialist", "sent");
    assertThat(state(Topic.DATA)).isEqualTo(State.GOOD);
    RunSheet sheet = sheet();
    assertThat(sheet.step("back-up")).as("nothing reads it").isEmpty();
    assertThat(sheet.step("image-first")).isEmpty();
  }

  @Test
  void aFailingDriveIsImagedBeforeAnythingElse() {
    laptop(Road.CLEAN);
    facts.put("old-drive", "errors");
    assertThat(at(sheet(), "image-first")).isZero();
  }

  @Test
  void theOldDriveIsErasedOnlyWithConsentAndAComparedCopy() {
    laptop(Road.CLEAN);
    facts.put("old-one", "erased");
    assertThat(state(Topic.OLD_ONE)).isEqualTo(State.BAD);
    mayErase = true;
    assertThat(state(Topic.OLD_ONE)).as("its data has no copy").isEqualTo(State.BAD);
    facts.put("saved-where", "shelf drive 2");
    assertThat(state(Topic.OLD_ONE)).as("not compared").isEqualTo(State.BAD);
    facts.put("saved-compared", "yes");
    assertThat(state(Topic.OLD_ONE)).isEqualTo(State.GOOD);
    RunSheet sheet = sheet();
    assertThat(at(sheet, "which-old")).isLessThan(at(sheet, "erase"));
    assertThat(sheet.step("which-old").orElseThrow().asked().orElseThrow().fits("1111")).isTrue();
    assertThat(sheet.step("erase-proof").orElseThrow().must()).isTrue();
  }

  @Test
  void twoDrivesThatEndAlikeAreNotTakenForEachOther() {
    laptop(Road.CLEAN);
    facts.put("new-serial", "XX-1111");
    assertThat(state(Topic.SERIAL)).isEqualTo(State.BAD);
  }

  @Test
  void whatDoesNotGoInOrMayNotBeOpenedDoesNotBegin() {
    laptop(Road.CLEAN);
    facts.put("new-form", "solid-box");
    assertThat(state(Topic.FIT)).isEqualTo(State.BAD);
    laptop(Road.CLEAN);
    mayOpen = false;
    assertThat(desk().start()).isInstanceOf(Start.NotYet.class);
  }

  @Test
  void aDataDriveIsInitializedAndCuresNothing() {
    laptop(Road.CLEAN);
    kind = MachineKind.TOWER;
    facts.put("swap-use", "data");
    facts.put("slot-place", "large-bay");
    facts.put("new-form", "spinning-large");
    facts.put("new-gb", "4000");
    RunSheet sheet = sheet();
    assertThat(sheet.step("take-out")).isEmpty();
    assertThat(sheet.step("initialize").orElseThrow().how()).contains("2 TiB");
    SheetWork work = done(sheet, ((Start.Go) desk().start()).about());
    assertThat(SwapKind.SWAP.repairs(work)).isEmpty();
    assertThat(SwapKind.SWAP.leaves(work).kept()).containsEntry("disk.1.serial", "NEW-2222");
  }

  @Test
  void theNewDriveTakesTheOldOnesNumber() {
    laptop(Road.CLONE);
    SheetWork work = done(sheet(), ((Start.Go) desk().start()).about());
    assertThat(SwapKind.SWAP.repairs(work)).containsExactly("copy-first-then-replace");
    assertThat(SwapKind.SWAP.leaves(work).kept())
        .containsEntry("disk.0.serial", "NEW-2222")
        .containsEntry("target", "0");
  }

  private static SheetWork done(RunSheet sheet, Map<String, String> about) {
    Map<String, dottore.core.ticket.Line> lines = new LinkedHashMap<>();
    for (SheetStep step : sheet.steps()) {
      lines.put(
          step.id(),
          new dottore.core.ticket.Line(
              lines.size() + 1, Instant.EPOCH, "runa", "", ticked(step.id())));
    }
    return new SheetWork("s", sheet, about, Instant.EPOCH, "runa", lines, false, false);
  }

  private static Entry ticked(String step) {
    return new Entry.Ticked("s", step, true);
  }

  /** Whatever is known, no step writes a drive before its target was read, and loans come back. */
  @Property(tries = 500)
  void noSheetWritesBeforeTheTargetWasRead(
      @ForAll MachineKind any,
      @ForAll Road road,
      @ForAll dottore.core.drive.DriveState old,
      @ForAll Backup said,
      @ForAll SwapFacts.OldOne then,
      @ForAll boolean agreed,
      @ForAll boolean data) {
    facts.clear();
    kind = any;
    backup = said;
    mayErase = agreed;
    laptop(road);
    facts.put("old-drive", old.name().toLowerCase(java.util.Locale.ROOT));
    facts.put("old-one", then.name().toLowerCase(java.util.Locale.ROOT));
    facts.put("specialist", "declined");
    if (data) {
      facts.put("swap-use", "data");
    }
    if (!(desk().start() instanceof Start.Go go)) {
      return;
    }
    boolean read = false;
    boolean off = false;
    for (SheetStep step : go.sheet().steps()) {
      read |= step.asked().isPresent();
      off |= step.id().equals("off");
      if (step.depth() == Depth.WRITES_DRIVE) {
        assertThat(read).as(step.id()).isTrue();
        assertThat(step.caution()).as(step.id()).isPresent();
      }
      if (step.depth() == Depth.COVER_OFF) {
        assertThat(off).as(step.id()).isTrue();
      }
      if (step.id().equals("erase")) {
        assertThat(agreed && !said.wanted()).isTrue();
      }
    }
    long lent = go.sheet().steps().stream().filter(s -> s.borrows().isPresent()).count();
    long back = go.sheet().steps().stream().filter(s -> s.returns().isPresent()).count();
    assertThat(back).isEqualTo(lent);
  }
}
