package dottore.core.casebook;

import java.util.Locale;

/** A mark of danger, to people or to data. Each stops the normal road until someone lifts it. */
public enum Mark {
  LIQUID(
      "Liquid got in",
      "Do not power on. Mains and charger off, battery disconnected by someone trained.",
      "clean-liquid"),
  SMELL(
      "Smoke or burn smell",
      "Do not power on. Unplug it, let it cool away from anything that burns.",
      "find-what-burned"),
  SWOLLEN(
      "Swollen, hot or hissing battery",
      "Stop. Do not charge, do not press. Move it to a place that cannot burn and follow the local"
          + " rules for damaged lithium cells.",
      "remove-swollen-battery"),
  CLICKING(
      "Drive clicks or drops out",
      "Power off and stop if its data matters: every further hour can cost data. Offer a"
          + " specialist first.",
      "refer-data-specialist");

  private final String words;
  private final String caution;
  private final String road;

  Mark(String words, String caution, String road) {
    this.words = words;
    this.caution = caution;
    this.road = road;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }

  public String words() {
    return words;
  }

  public String caution() {
    return caution;
  }

  /** The repair that is this mark's own road. */
  public String road() {
    return road;
  }

  /**
   * @throws IllegalArgumentException if none has this id
   */
  public static Mark of(String id) {
    return valueOf(id.toUpperCase(Locale.ROOT));
  }
}
