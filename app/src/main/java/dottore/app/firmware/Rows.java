package dottore.app.firmware;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** What the pages of the firmware desk show. */
final class Rows {
  private Rows() {}

  /** A choice of a list. */
  record Choice(String id, String words, boolean chosen) {}

  /**
   * A version on the ladder.
   *
   * @param x its place
   * @param role now, hop, target, passed, trial or other
   */
  record Rung(int x, String version, String date, String role, boolean security) {}

  /** An arc from one version to the next that is written. */
  record Arc(int from, int to, int top) {}

  record Ladder(int width, List<Rung> rungs, List<Arc> arcs) {}

  record WayRow(String id, String words, String reason, boolean usable, boolean chosen) {}

  record StandRow(String id, String words, boolean updates, String because, boolean followed) {}

  record GateRow(String id, String topic, boolean green, String words, String todo) {}

  /** The plan as shown. */
  record Plan(
      String title,
      boolean go,
      List<String> why,
      List<StandRow> stands,
      @Nullable Ladder ladder,
      List<WayRow> ways,
      List<String> notes) {}

  /** The gate as shown. */
  record GateView(
      boolean go,
      int red,
      String version,
      String file,
      String sum,
      String stickName,
      boolean asksStick,
      boolean battery,
      List<GateRow> points) {}

  /**
   * What is asked after a write.
   *
   * @param asks whether the version is still to be read back
   * @param rescues roads back, if it does not start any more
   */
  record AfterWrite(boolean asks, String wanted, List<Choice> rescues) {}

  record SettingRow(
      String id,
      String words,
      String without,
      List<String> usual,
      String noted,
      String result,
      String rank) {}

  record TurnRow(String settings, String ids, boolean alone, String rank, boolean next) {}

  record ResetRow(
      String id, String words, String how, String drawing, String drawingWords, String minutes) {}
}
