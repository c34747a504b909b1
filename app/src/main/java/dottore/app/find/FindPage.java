package dottore.app.find;

import dottore.core.units.Minutes;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The Find tab as its template shows it. */
record FindPage(
    BootLinePicture line,
    @Nullable Banner banner,
    @Nullable Unfitting unfitting,
    @Nullable Call call,
    @Nullable StepCard step,
    List<Road> roads,
    List<SuspectRow> suspects,
    int moreSuspects,
    String suspectsNote,
    List<Danger> dangers,
    List<Gone> unavailable,
    List<Given> given,
    int answers,
    int round,
    boolean undo) {

  /** What stands above the step: cause found, works now, second round. */
  record Banner(String mark, String title, String text) {}

  /**
   * What a cure waits for.
   *
   * @param todo what to ask the customer, or to copy
   * @param opens the cure
   * @param alone whether it is all that is to be done next
   */
  record Call(String todo, String opens, String cures, boolean alone) {}

  /** Two answers that hardly fit together, and the step that is worth repeating. */
  record Unfitting(String first, String second, String step, String name) {}

  /**
   * What stands beside a step.
   *
   * @param drawing id of the drawing that shows where to look, or empty
   * @param takesCode whether a number can be typed for it
   * @param code what the typed number means, if one was typed
   * @param trials whether it is done as trials of single modules
   * @param desk the page under Fix that plans it, or empty
   * @param guarded whether nobody may touch the machine while it runs
   */
  record Beside(
      String drawing,
      String drawingWords,
      List<SchoolNote> schools,
      boolean takesCode,
      boolean takesDevice,
      @Nullable Decoded code,
      boolean trials,
      String desk,
      String deskName,
      boolean guarded) {
    static final Beside NOTHING =
        new Beside("", "", List.of(), false, false, null, false, "", "", false);
  }

  /** What was decided on a question that the step touches. */
  record SchoolNote(
      String id,
      String question,
      String taken,
      String because,
      boolean choice,
      List<Other> others) {}

  record Other(String id, String words, String argument) {}

  /**
   * @param outcome the answer that the number gives, or empty
   * @param answer the same in words
   */
  record Decoded(
      String typed, String number, String words, String outcome, String answer, String source) {}

  /**
   * @param offered whether this is the step proposed, not one looked at on another road
   * @param kind check, repair or refer
   */
  record StepCard(
      String id,
      String name,
      String how,
      String kind,
      boolean offered,
      boolean recheck,
      String question,
      String hands,
      String waiting,
      int waitMinutes,
      String depth,
      List<String> cautions,
      String grounding,
      String why,
      String borrows,
      List<String> leading,
      List<Answer> answers,
      Beside beside) {
    /** How long its clock runs. */
    public String clock() {
      return Minutes.of(waitMinutes).lasting();
    }
  }

  /**
   * @param key the number key, empty beyond nine
   * @param after the odds of the leading suspects after it, 0 to 1
   */
  record Answer(
      String outcome, String words, String key, String odds, List<Double> after, String mark) {}

  record Road(String id, String name, String effort, String minutes) {}

  /**
   * @param cheapest what would confirm it for the fewest minutes
   * @param here how often it was confirmed in this shop
   */
  record SuspectRow(
      String id,
      String name,
      String percent,
      double value,
      String reason,
      List<Reason> reasons,
      @Nullable Cheapest cheapest,
      List<Cure> cures,
      String here) {}

  record Reason(String push, String words, String what, boolean stale) {}

  record Cheapest(String step, String words, String effort) {}

  record Cure(String step, String name, String works, String effort) {}

  record Danger(
      String id, String words, String caution, String road, String roadName, String roadHow) {}

  record Gone(String name, String reason) {}

  /** An answer that was given and may be corrected. */
  record Given(int entry, String text, boolean stale, List<Choice> choices) {}

  record Choice(String id, String words, boolean now) {}
}
