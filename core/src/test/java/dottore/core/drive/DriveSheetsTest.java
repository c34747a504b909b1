package dottore.core.drive;

import static dottore.core.drive.Disks.WELL;
import static dottore.core.drive.Disks.disk;
import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.machine.Drive;
import dottore.core.runsheet.Asked;
import dottore.core.runsheet.RunSheet;
import dottore.core.runsheet.SheetStep;
import dottore.core.units.Capacity;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class DriveSheetsTest {
  @ParameterizedTest
  @EnumSource(
      value = WrongDisk.Verdict.class,
      names = {"ONLY", "SERIAL"})
  void savesTellsTheDiskApartTriesAndOnlyThenConverts(WrongDisk.Verdict verdict) {
    WrongDisk which = new WrongDisk(disk(WELL), verdict, List.of());
    TransferTime time =
        TransferTime.of(
            Capacity.ofGigabytes(60), List.of(TransferTime.Link.USB_2), OptionalDouble.empty());
    List<SheetStep.Making> steps =
        new ArrayList<>(
            DriveSheets.save(which.target(), Optional.empty(), true, Optional.of(time)));
    steps.addAll(DriveSheets.convert(which));
    RunSheet sheet = RunSheet.inLine("conversion", "Convert", steps);
    assertThat(sheet.steps())
        .extracting(SheetStep::id)
        .containsExactly("copy", "back-up", "which-disk", "convert-trial", DriveSheets.CONVERTED);
    assertThat(sheet.step("copy").orElseThrow().waiting()).isEqualTo(time.most());
    SheetStep convert = sheet.step(DriveSheets.CONVERTED).orElseThrow();
    assertThat(convert.must()).isTrue();
    assertThat(convert.guard()).isPresent();
    assertThat(convert.caution().orElseThrow()).contains("No way back");
    assertThat(sheet.step("which-disk").orElseThrow().words()).contains("…7F3Q");
    Asked asked = sheet.step("which-disk").orElseThrow().asked().orElseThrow();
    assertThat(asked.fits(" 7f 3q")).isTrue();
    assertThat(asked.fits("7F3")).isFalse();
    assertThat(asked.fits("")).isFalse();
  }

  @Test
  void doesNotCopyTwiceAndNotWhatNobodyWants() {
    Drive target = disk(WELL);
    SheetStep at =
        DriveSheets.save(target, Optional.of("to shelf drive 2"), true, Optional.empty())
            .get(0)
            .done();
    assertThat(at.how()).contains("shelf drive 2");
    assertThat(at.waiting().value()).isZero();
    SheetStep none =
        DriveSheets.save(target, Optional.empty(), false, Optional.empty()).get(0).done();
    assertThat(none.words()).contains("nothing on it is wanted");
    assertThat(none.waiting().value()).isZero();
    SheetStep copy =
        DriveSheets.save(target, Optional.empty(), true, Optional.empty()).get(0).done();
    assertThat(copy.waiting().value()).isEqualTo(45);
  }
}
