package dottore.core.swap;

import java.util.Locale;

/** The ways by which a system comes onto a new drive. */
public enum Road {
  CLONE("Clone", "Everything moves as it is, faults with it"),
  CLEAN("Clean install", "A fresh system, then data and programs"),
  IMAGE("Image restore", "The state of the day the image was made"),
  RECOVERY("Maker's recovery image", "As it left the factory");

  private final String words;
  private final String brings;

  Road(String words, String brings) {
    this.words = words;
    this.brings = brings;
  }

  public String words() {
    return words;
  }

  /** What one has afterwards. */
  public String brings() {
    return brings;
  }

  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }
}
