package dottore.core.casebook;

import java.util.HashMap;
import java.util.Map;

/**
 * The chance of each outcome under a hypothesis: the row of the cause at that stage, else of the
 * cause, else of the stage, else the common row. Rows are complete and sum to 1.
 */
public record Likelihoods(
    Map<String, double[]> byCauseAtStage,
    Map<String, double[]> byCause,
    Map<Stage, double[]> byStage,
    double[] otherwise) {

  /** The row for a hypothesis. Callers do not write into it. */
  public double[] row(String cause, Stage stage) {
    double[] row = byCauseAtStage.get(key(cause, stage));
    if (row == null) {
      row = byCause.get(cause);
    }
    if (row == null) {
      row = byStage.get(stage);
    }
    return row == null ? otherwise : row;
  }

  /** The same with a row for one more cause, at all of its stages. */
  Likelihoods with(String cause, double[] row) {
    Map<String, double[]> causes = new HashMap<>(byCause);
    causes.put(cause, row);
    return new Likelihoods(byCauseAtStage, causes, byStage, otherwise);
  }

  static String key(String cause, Stage stage) {
    return cause + "@" + stage.id();
  }
}
