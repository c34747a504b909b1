package dottore.core.rehearsal;

import dottore.core.casebook.Station;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * What somebody should practice next: areas in boxes, each box looked at half as often as the one
 * before it. What was solved moves one box on, what was not goes back to the first.
 *
 * <p>Source: Sebastian Leitner, So lernt man lernen (1972).
 */
public final class Leitner {
  /** The last box. */
  public static final int BOXES = 5;

  /** A result that counts as solved. */
  public static final int SOLVED = 60;

  private Leitner() {}

  /**
   * What somebody reached in one area on one day.
   *
   * @param points from 0 to 100
   */
  public record Result(Station area, LocalDate on, int points) {}

  /**
   * Where an area stands.
   *
   * @param box from 1 to {@value #BOXES}; 1 also where it was never tried
   * @param due the first day on which it should come again
   * @param tried how often it was tried
   * @param mean mean points of the last three
   */
  public record Area(Station station, int box, LocalDate due, int tried, double mean) {}

  /**
   * Where each area stands, weakest first.
   *
   * @param areas those that count
   * @param results in the order in which they were reached
   */
  public static List<Area> areas(List<Station> areas, List<Result> results, LocalDate today) {
    Map<Station, Area> now = new EnumMap<>(Station.class);
    for (Station station : areas) {
      now.put(station, area(station, results, today));
    }
    return now.values().stream()
        .sorted(
            Comparator.comparing((Area area) -> area.due().isAfter(today))
                .thenComparingInt(Area::box)
                .thenComparing(area -> area.tried() == 0)
                .thenComparingDouble(Area::mean)
                .thenComparing(Area::due)
                .thenComparing(Area::station))
        .toList();
  }

  private static Area area(Station station, List<Result> results, LocalDate today) {
    List<Result> here = results.stream().filter(result -> result.area() == station).toList();
    int box = 1;
    LocalDate due = today;
    for (Result result : here) {
      box = result.points() >= SOLVED ? Math.min(BOXES, box + 1) : 1;
      due = result.on().plusDays(days(box));
    }
    double mean =
        here.stream()
            .skip(Math.max(0, here.size() - 3))
            .mapToInt(Result::points)
            .average()
            .orElse(0);
    return new Area(station, box, due, here.size(), mean);
  }

  /** Days until a box is looked at again: 0 for the first, then 2, 4, 8, 16. */
  static int days(int box) {
    return box == 1 ? 0 : 1 << (box - 1);
  }
}
