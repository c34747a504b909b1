package dottore.core.casebook;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The chance of each outcome under a hypothesis: the row of the cause at that stage, else of the
 * cause, else of the stage, else the common row. Rows are complete and sum to 1.
 */
public final class Likelihoods {
  private final Map<String, double[]> byCauseAtStage;
  private final Map<String, double[]> byCause;
  private final Map<Stage, double[]> byStage;
  private final double[] otherwise;

  Likelihoods(
      Map<String, double[]> byCauseAtStage,
      Map<String, double[]> byCause,
      Map<Stage, double[]> byStage,
      double[] otherwise) {
    this.byCauseAtStage = copied(byCauseAtStage);
    this.byCause = copied(byCause);
    this.byStage = copied(byStage);
    this.otherwise = otherwise.clone();
  }

  private static <K> Map<K, double[]> copied(Map<K, double[]> rows) {
    Map<K, double[]> copies = new HashMap<>(rows);
    copies.replaceAll((key, row) -> row.clone());
    return Map.copyOf(copies);
  }

  /** The row for a hypothesis, to keep. */
  public double[] row(String cause, Stage stage) {
    double[] row = byCauseAtStage.get(key(cause, stage));
    if (row == null) {
      row = byCause.get(cause);
    }
    if (row == null) {
      row = byStage.get(stage);
    }
    return (row == null ? otherwise : row).clone();
  }

  /** The common row, to keep. */
  double[] otherwise() {
    return otherwise.clone();
  }

  /** The causes that have a row for all of their stages. */
  Set<String> causes() {
    return byCause.keySet();
  }

  /** The rows of one cause at one stage, by {@link #key}. */
  Set<String> causesAtStages() {
    return byCauseAtStage.keySet();
  }

  /** Every row, the common one first. */
  List<double[]> all() {
    List<double[]> all = new ArrayList<>(List.of(otherwise()));
    byCause.values().forEach(row -> all.add(row.clone()));
    byStage.values().forEach(row -> all.add(row.clone()));
    byCauseAtStage.values().forEach(row -> all.add(row.clone()));
    return all;
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
