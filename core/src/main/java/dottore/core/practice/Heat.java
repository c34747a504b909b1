package dottore.core.practice;

/**
 * The processor's temperature, by a first-order model: it nears its end value by the same share in
 * each equal time.
 *
 * <p>Source: Newton's law of cooling; a cooler's thermal resistance is taken from its flaws.
 *
 * @param room room temperature in degrees Celsius
 * @param end where it ends when the load stays, in degrees Celsius
 * @param constant seconds after which 63 % of the way is gone
 */
public record Heat(double room, double end, double constant) {
  /** Where a processor slows itself down. */
  public static final double LIMIT = 95;

  /** Where it switches the machine off. */
  public static final double OFF = 106;

  private static final double ROOM = 22;
  private static final double IDLE_RISE = 14;
  private static final double LOAD_RISE = 46;
  private static final double CONSTANT = 55;

  /** At rest, as in the firmware screen. */
  public static Heat idle(Machine machine) {
    return of(machine, IDLE_RISE);
  }

  /** With all cores at work. */
  public static Heat load(Machine machine) {
    return of(machine, LOAD_RISE * (1 + machine.degree(Flaw.OVERCLOCKED) / 100.0));
  }

  private static Heat of(Machine machine, double rise) {
    double resistance =
        1
            + machine.degree(Flaw.DUST) / 100.0 * 1.4
            + machine.degree(Flaw.COOLER_LOOSE) / 100.0 * 2.2
            + (machine.has(Flaw.FAN_HUB_UNPOWERED) ? 0.75 : 0)
            + (machine.has(Flaw.FAN_STILL) ? 2.6 : 0);
    return new Heat(ROOM, ROOM + rise * resistance, CONSTANT * Math.sqrt(resistance));
  }

  /**
   * Degrees Celsius so many seconds after the load began, from another temperature.
   *
   * @throws IllegalArgumentException if the seconds are negative
   */
  public double after(double seconds, double from) {
    if (seconds < 0) {
      throw new IllegalArgumentException("time does not run back: " + seconds + " s");
    }
    return end + (from - end) * Math.exp(-seconds / constant);
  }

  /** Whether it switches itself off sooner or later. */
  public boolean switchesOff() {
    return end > OFF;
  }

  /** Whether it slows itself down to stay on. */
  public boolean slows() {
    return end > LIMIT && !switchesOff();
  }
}
