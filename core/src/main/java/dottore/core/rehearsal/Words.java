package dottore.core.rehearsal;

import dottore.core.practice.Sights.HowFar;
import dottore.core.practice.Start;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What is seen at a practice machine, as one says it. */
public final class Words {
  private Words() {}

  /** What a start looks and sounds like. */
  public static String of(Start start) {
    List<String> parts = new ArrayList<>();
    parts.add(
        switch (start.fans()) {
          case STILL -> "Nothing moves, nothing lights";
          case STANDBY_ONLY -> "A small light on the board, nothing moves";
          case MOMENT -> "It starts for a moment and stops";
          case RUN -> "Fans turn";
          case CASE_FANS_STAND -> "It is on, the case fans stand";
        });
    if (start.lit()) {
      switch (start.halt()) {
        case PROCESSOR -> parts.add("the processor light stays");
        case MEMORY -> parts.add("the memory light stays");
        case GRAPHICS -> parts.add("the graphics light stays");
        case DEVICES -> parts.add("the boot light stays");
        default -> {}
      }
    }
    start
        .code()
        .ifPresent(code -> parts.add(String.format(Locale.ROOT, "the digits read %02X", code)));
    switch (start.beep()) {
      case ONE_SHORT -> parts.add("one short beep");
      case MEMORY, GRAPHICS, BOARD -> parts.add("a pattern of beeps or blinks");
      case NONE -> {}
    }
    String screen = screen(start.picture());
    if (!screen.isEmpty()) {
      parts.add("on the screen: " + screen);
    }
    return String.join("; ", parts) + ".";
  }

  /** What the screen shows. */
  public static String screen(Start.Picture picture) {
    return switch (picture) {
      case NOTHING, NO_SIGNAL -> "nothing";
      case FAINT -> "hardly anything";
      case OUT_OF_RANGE -> "a mode it cannot show";
      case PASSWORD -> "a lock";
      case NO_DRIVE -> "nothing to start from";
      case LOADER -> "a message of the loader";
      case RECOVERY_KEY -> "a recovery key is asked for";
      case STOP -> "a stop screen";
      case SETUP -> "setup";
      case SIGN_IN -> "a sign-in";
      case DESKTOP -> "the desktop";
    };
  }

  /** What the owner says it does. */
  public static String complaint(HowFar far) {
    return switch (far) {
      case DEAD -> "no sign of life";
      case TWITCH -> "starts for a moment, then off";
      case PROCESSOR, MEMORY, GRAPHICS, DEVICES -> "runs, and stops before there is a picture";
      case DARK -> "runs, and the screen stays dark";
      case LOCKED -> "asks for something nobody knows";
      case NO_DEVICE -> "says there is nothing to start from";
      case LOADER -> "a message before the system";
      case STOP -> "stops while the system starts";
      case SETUP_FAILS -> "setup does not finish";
      case UNSTABLE -> "freezes or restarts at times";
      case DEGRADED, WORKS -> "runs, and something is not as it should be";
      case REFUSED -> "an upgrade is refused";
    };
  }
}
