package dottore.app.practice;

import dottore.app.practice.PracticeBook.Past;
import dottore.core.rehearsal.Leitner;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;

/** How far somebody got with practicing. */
final class ProgressView {
  /**
   * One area.
   *
   * @param boxes one entry for each box, true up to the one it is in
   */
  record Row(String name, List<Boolean> boxes, int box, String due, int tried, String mean) {}

  record Line(
      long id, String code, String area, String on, String minutes, int points, boolean solved) {}

  /** How another one of the shop stands. */
  record Person(String name, int cases, String mean, String weakest) {}

  private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("MMM d", Locale.ENGLISH);
  private static final int SHOWN = 12;

  private final List<Leitner.Area> areas;
  private final List<Past> past;
  private final LocalDate today;

  ProgressView(List<Leitner.Area> areas, List<Past> past, LocalDate today) {
    this.areas = areas;
    this.past = past;
    this.today = today;
  }

  static Person person(String name, List<Past> past, List<Leitner.Area> areas) {
    return new Person(
        name,
        past.size(),
        points(past.stream().mapToInt(Past::points).average().orElse(0)),
        areas.get(0).station().words());
  }

  private static String points(double mean) {
    return String.format(Locale.ROOT, "%.0f", mean);
  }

  /** The area that the next case comes from. */
  public String next() {
    return areas.get(0).station().words();
  }

  public String nextWhy() {
    Leitner.Area first = areas.get(0);
    if (first.tried() == 0) {
      return "never tried yet";
    }
    return first.box() == 1 ? "not solved the last time" : "due again, in box " + first.box();
  }

  public boolean any() {
    return !past.isEmpty();
  }

  public List<Row> rows() {
    return areas.stream()
        .map(
            area ->
                new Row(
                    area.station().words(),
                    java.util.stream.IntStream.rangeClosed(1, Leitner.BOXES)
                        .mapToObj(box -> area.tried() > 0 && box <= area.box())
                        .toList(),
                    area.tried() == 0 ? 0 : area.box(),
                    area.tried() == 0
                        ? "new"
                        : area.due().isAfter(today) ? DAY.format(area.due()) : "now",
                    area.tried(),
                    area.tried() == 0 ? "" : points(area.mean())))
        .toList();
  }

  /** The last ones, newest first. */
  public List<Line> lines() {
    List<Past> newest = new ArrayList<>(past);
    Collections.reverse(newest);
    return newest.stream()
        .limit(SHOWN)
        .map(
            p ->
                new Line(
                    p.id(),
                    p.code(),
                    p.area().words(),
                    DAY.format(p.on()),
                    BenchView.clock(p.minutes()),
                    p.points(),
                    p.solved()))
        .toList();
  }
}
