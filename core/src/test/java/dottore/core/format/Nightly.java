package dottore.core.format;

/** How often something is tried: more where a run has the night for it. */
public final class Nightly {
  private Nightly() {}

  /** As many, times {@code dottore.nightly}. */
  public static int times(int usual) {
    return usual * Integer.getInteger("dottore.nightly", 1);
  }
}
