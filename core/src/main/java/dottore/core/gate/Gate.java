package dottore.core.gate;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Go or no-go. It goes only when every point lets it; a gate without points goes.
 *
 * @param <T> what its points look at
 */
public record Gate<T>(List<Point<T>> points) {
  public Gate {
    points = List.copyOf(points);
  }

  public boolean go() {
    return points.stream().allMatch(Point::passes);
  }

  /** What is left to do or to look at. */
  public List<Point<T>> open() {
    return points.stream().filter(p -> p.state() == State.BAD || p.state() == State.ASK).toList();
  }

  public Optional<Point<T>> point(T topic) {
    return points.stream().filter(p -> p.topic().equals(topic)).findFirst();
  }

  /** What is open in one line, each by the words that were found. */
  public String openWords() {
    return open().stream().map(Point::words).collect(Collectors.joining("; "));
  }
}
