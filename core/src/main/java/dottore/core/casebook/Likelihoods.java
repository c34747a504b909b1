package dottore.core.casebook;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The chance of each outcome under a hypothesis: the row of the cause at that stage, else of the
 * cause, else of the stage, else the common row. Outcomes that a row leaves out share its rest: as
 * the stage's own row has them where there is one, else as the common row has them. So a cause that
 * says nothing of an answer is neither accused nor cleared by it among those that stop at the same
 * stage.
 */
public final class Likelihoods {
  private static final double LEAST_SHARE = 1e-12;

  private final Map<String, double[]> byCauseAtStage;
  private final Map<String, double[]> byCause;
  private final Map<Stage, double[]> byStage;
  private final double[] otherwise;

  /** Rows as they are written, with NaN for what they leave out. */
  Likelihoods(
      Map<String, double[]> byCauseAtStage,
      Map<String, double[]> byCause,
      Map<Stage, double[]> byStage,
      double[] otherwise) {
    this.byCauseAtStage = copied(byCauseAtStage);
    this.byCause = copied(byCause);
    double[] even = new double[otherwise.length];
    Arrays.fill(even, 1.0 / Math.max(1, otherwise.length));
    this.otherwise = filled(otherwise, even);
    Map<Stage, double[]> stages = copied(byStage);
    Map<Stage, double[]> whole = new HashMap<>();
    stages.forEach((stage, row) -> whole.put(stage, filled(row, this.otherwise)));
    this.byStage = Map.copyOf(whole);
  }

  private static <K> Map<K, double[]> copied(Map<K, double[]> rows) {
    Map<K, double[]> copies = new HashMap<>(rows);
    copies.replaceAll((key, row) -> row.clone());
    return Map.copyOf(copies);
  }

  /** A row made whole: what it leaves out shares the rest in proportion to the base. */
  private static double[] filled(double[] row, double[] base) {
    double rest = 1;
    double share = 0;
    int unnamed = 0;
    for (int i = 0; i < row.length; i++) {
      if (Double.isNaN(row[i])) {
        share += base[i];
        unnamed++;
      } else {
        rest -= row[i];
      }
    }
    double[] whole = row.clone();
    for (int i = 0; i < row.length; i++) {
      if (Double.isNaN(row[i])) {
        whole[i] = Math.max(0, rest) * (share > LEAST_SHARE ? base[i] / share : 1.0 / unnamed);
      }
    }
    return whole;
  }

  /** The row for a hypothesis, to keep: complete, and sums to 1. */
  public double[] row(String cause, Stage stage) {
    double[] base = byStage.getOrDefault(stage, otherwise);
    double[] row = byCauseAtStage.get(key(cause, stage));
    if (row == null) {
      row = byCause.get(cause);
    }
    return row == null ? base.clone() : filled(row, base);
  }

  /** The common row: what is answered where neither cause nor stage says anything of its own. */
  public double[] common() {
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

  /** Every row, the common one first, each made whole by the common one. */
  List<double[]> all() {
    List<double[]> all = new ArrayList<>(List.of(otherwise.clone()));
    byStage.values().forEach(row -> all.add(row.clone()));
    byCause.values().forEach(row -> all.add(filled(row, otherwise)));
    byCauseAtStage.values().forEach(row -> all.add(filled(row, otherwise)));
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
