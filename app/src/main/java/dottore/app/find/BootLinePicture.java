package dottore.app.find;

import dottore.core.casebook.Station;
import dottore.core.diagnosis.BootLine;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/** The boot line laid out for drawing, in the units of its view box of 906 by 108. */
record BootLinePicture(
    List<Stop> stops, double passedTo, double from, double to, Optional<Double> buffer) {
  private static final double LEFT = 34;
  private static final double RIGHT = 872;
  private static final double RADIUS = 14.5;
  private static final double BUFFER_AFTER = 29;
  private static final double SHOWN = 0.005;

  /** Stations that a narrow screen shows. */
  private static final int WINDOW = 5;

  /**
   * @param level the top edge of the filling
   * @param height of the filling
   */
  record Stop(
      String id,
      String name,
      double x,
      double level,
      double height,
      boolean cleared,
      boolean reached,
      boolean strong,
      String note,
      String spoken) {}

  /**
   * Where the window of a narrow screen begins: five stations, with the stop or the strongest
   * suspicion in the middle.
   */
  public double windowFrom() {
    double gap = (RIGHT - LEFT) / (stops.size() - 1);
    double middle =
        buffer
            .map(at -> at - BUFFER_AFTER)
            .orElseGet(
                () -> stops.stream().filter(Stop::strong).findFirst().map(Stop::x).orElse(LEFT));
    return Math.max(0, Math.min(RIGHT + LEFT - WINDOW * gap, middle - WINDOW * gap / 2));
  }

  static BootLinePicture of(BootLine line) {
    Station[] stations = Station.values();
    double gap = (RIGHT - LEFT) / (stations.length - 1);
    int stopsAt = line.stopsAt().map(Station::ordinal).orElse(stations.length - 1);
    double most =
        line.stations().values().stream().mapToDouble(m -> m.suspicion().value()).max().orElse(0);
    List<Stop> stops = new ArrayList<>();
    for (Station station : stations) {
      BootLine.Mark mark = Objects.requireNonNull(line.stations().get(station));
      double odds = mark.suspicion().value();
      String note = mark.cleared() ? "cleared" : odds < SHOWN ? "" : mark.suspicion().percent();
      stops.add(
          new Stop(
              station.name().toLowerCase(java.util.Locale.ROOT),
              station.words(),
              LEFT + gap * station.ordinal(),
              44 + RADIUS - 2 * RADIUS * odds,
              2 * RADIUS * odds,
              mark.cleared(),
              station.ordinal() <= stopsAt,
              odds == most && odds >= SHOWN,
              note,
              station.words() + (note.isEmpty() ? "" : ", " + note)));
    }
    Optional<Double> buffer = line.stopsAt().map(s -> LEFT + gap * s.ordinal() + BUFFER_AFTER);
    return new BootLinePicture(stops, buffer.orElse(RIGHT), LEFT, RIGHT, buffer);
  }
}
