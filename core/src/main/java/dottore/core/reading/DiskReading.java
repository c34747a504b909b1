package dottore.core.reading;

import dottore.core.machine.DiskLayout;
import dottore.core.machine.Scheme;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The checks that the partition table of the system disk answers by itself. */
public final class DiskReading {
  private DiskReading() {}

  /**
   * The answers that follow.
   *
   * @param newMode whether the firmware starts the new way; empty if nobody looked
   */
  public static List<Answer> of(DiskLayout layout, Optional<Boolean> newMode) {
    List<Answer> answers = new ArrayList<>();
    if (layout.scheme() == Scheme.NONE) {
      return answers;
    }
    boolean gpt = layout.scheme() == Scheme.GPT;
    String because = layout.scheme().words() + ", " + layout.holding().size() + " partitions";
    answers.add(new Answer("scheme-read", gpt ? "gpt" : "mbr", because));
    newMode.ifPresent(
        mode ->
            answers.add(
                new Answer(
                    "boot-mode-shown",
                    mode == gpt ? "fit" : "clash",
                    layout.scheme().words() + ", boot mode " + (mode ? "new" : "old"))));
    return answers;
  }
}
