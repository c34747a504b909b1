package dottore.core.system;

import java.util.Locale;

/** The ways to a system that works. */
public enum SystemRoad {
  REPAIR("Repair in place", "Keeps programs, files, settings, and the fault if it is one of them"),
  UPGRADE("Upgrade in place", "The new system over the old one; everything stays"),
  RESET("Reset, files kept", "Files stay, programs go"),
  CLEAN("Clean install", "Everything fresh; files come back from the copy"),
  CLONE("Clone to a new drive", "Everything moves as it is, faults with it"),
  RECOVERY("Maker's recovery image", "As it left the factory"),
  LEAVE("Leave it as it is", "Nothing changes");

  private final String words;
  private final String brings;

  SystemRoad(String words, String brings) {
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

  /** Whether it erases what is on the drive. */
  public boolean erases() {
    return this == CLEAN || this == RECOVERY;
  }

  /** Whether the old system stays underneath. */
  public boolean inPlace() {
    return this == REPAIR || this == UPGRADE || this == RESET;
  }

  /** What those say who would go another way. */
  public String otherSchool() {
    return switch (this) {
      case REPAIR, UPGRADE -> "Others always install clean: in place also keeps the fault.";
      case RESET -> "Others install clean: what a reset leaves behind nobody has looked through.";
      case CLEAN -> "Others repair in place first: the customer's programs stay.";
      case CLONE -> "Others install clean on any new drive.";
      case RECOVERY -> "Others install clean and leave the maker's programs out.";
      case LEAVE -> "Others would not hand back what they have not made sound.";
    };
  }
}
