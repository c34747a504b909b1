package dottore.core.drive;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.core.drive.TransferTime.Link;
import dottore.core.facts.Facts;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Jobs;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;

class SavePlanTest {
  private final Map<String, String> facts = new HashMap<>();

  private SavePlan plan() {
    return SavePlan.of(Facts.of(facts), List.of(Link.USB_2), OptionalDouble.empty());
  }

  @Test
  void addsUpAndSaysWhatNobodyLookedFor() {
    facts.put("save-pictures", "60");
    facts.put("save-mail", "0");
    assertThat(plan().amount().inBothCounts()).startsWith("60 GB");
    assertThat(plan().room().inBothCounts()).startsWith("66 GB");
    assertThat(plan().unasked()).contains(Kept.DOCUMENTS, Kept.KEYS).doesNotContain(Kept.MAIL);
  }

  @Test
  void smallFilesTakeTwiceAsLong() {
    facts.put("save-pictures", "60");
    double large = plan().most().value();
    facts.put("save-pictures", "0");
    facts.put("save-documents", "60");
    assertThat(plan().most().value()).isBetween(2 * large - 3, 2 * large + 3);
  }

  private DriveDesk desk(Backup backup) {
    return DriveDesk.of(
        Jobs.job(MachineKind.LAPTOP, backup, List.of(), new Entry.Known(Facts.of(facts))));
  }

  @Test
  void readingStopsWhileItClicksAndTheCustomerDecidedNothing() {
    facts.put("old-drive", "errors");
    assertThat(desk(Backup.NO).stopReading()).isFalse();
    facts.put("old-drive", "clicks");
    assertThat(desk(Backup.NO).stopReading()).isTrue();
    assertThat(desk(Backup.NOTHING_WANTED).stopReading()).isFalse();
    facts.put("specialist", "declined");
    assertThat(desk(Backup.NO).stopReading()).isFalse();
  }
}
