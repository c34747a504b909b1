package dottore.core.practice;

import java.util.List;
import java.util.OptionalInt;

/**
 * What one start did, as it can be seen and heard.
 *
 * @param halt where it stopped
 * @param code what the digits on the board show, where it has some
 * @param picture what is on the screen that stands before the technician
 * @param caps whether the keyboard's light answers
 * @param minutes from the button to the halt or the desktop
 * @param lit whether the board's lights can tell the halt
 */
public record Start(
    Halt halt,
    Fans fans,
    Beep beep,
    OptionalInt code,
    Picture picture,
    boolean caps,
    double minutes,
    boolean lit) {

  /** Where a start can stop, in the order in which it gets there. */
  public enum Halt {
    NO_LIFE,
    FALLS_OFF,
    PROCESSOR,
    MEMORY,
    GRAPHICS,
    DEVICES,
    /** It goes on, but nobody can see it. */
    DARK,
    PASSWORD,
    NO_DRIVE,
    LOADER,
    SYSTEM,
    DESKTOP;

    /** Whether a start that stops here got past the other place. */
    public boolean past(Halt other) {
      return compareTo(other) > 0;
    }
  }

  /** What moves. */
  public enum Fans {
    STILL,
    STANDBY_ONLY,
    MOMENT,
    RUN,
    CASE_FANS_STAND
  }

  /** What is heard, or blinked where there is no speaker. */
  public enum Beep {
    NONE,
    ONE_SHORT,
    BOARD,
    MEMORY,
    GRAPHICS
  }

  /** What the screen shows. */
  public enum Picture {
    NOTHING,
    /** There, but without light behind it. */
    FAINT,
    NO_SIGNAL,
    OUT_OF_RANGE,
    PASSWORD,
    NO_DRIVE,
    LOADER,
    RECOVERY_KEY,
    STOP,
    SETUP,
    SIGN_IN,
    DESKTOP
  }

  public boolean picture(Picture... of) {
    return List.of(of).contains(picture);
  }

  /** Whether it runs on, however far it got. */
  public boolean staysOn() {
    return halt != Halt.NO_LIFE && halt != Halt.FALLS_OFF;
  }
}
