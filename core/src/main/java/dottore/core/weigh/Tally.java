package dottore.core.weigh;

import dottore.core.units.Minutes;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Adds up what a road costs. */
public final class Tally<R extends Enum<R>> {
  /** What a minute of waiting costs a shop that works on another machine meanwhile: a guide. */
  static final double WAITING = 0.25;

  private final R road;
  private Optional<String> wall = Optional.empty();
  private double hands;
  private double waiting;
  private double afterwards;
  private final List<String> because = new ArrayList<>();

  private Tally(R road) {
    this.road = road;
  }

  public static <R extends Enum<R>> Tally<R> of(R road) {
    return new Tally<>(road);
  }

  public Tally<R> hands(double minutes) {
    hands += minutes;
    return this;
  }

  public Tally<R> waits(double minutes) {
    waiting += minutes;
    return this;
  }

  /** What it is likely to cost later, in minutes. */
  public Tally<R> afterwards(double minutes) {
    afterwards += minutes;
    return this;
  }

  public Tally<R> because(String words) {
    because.add(words);
    return this;
  }

  /** It cannot be taken; the first reason stands. */
  public Tally<R> wall(String words) {
    wall = wall.or(() -> Optional.of(words));
    return this;
  }

  public Choice<R> done() {
    return new Choice<>(
        road,
        wall,
        Minutes.of(hands),
        Minutes.of(waiting),
        hands + WAITING * waiting + afterwards,
        because);
  }
}
