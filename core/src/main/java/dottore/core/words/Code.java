package dottore.core.words;

import dottore.core.casebook.Vocabulary.Meaning;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A number that a machine shows, and what it means. All of it is a guide: the manual of the board
 * or of the system wins.
 *
 * @param number as it is usually written
 * @param words what it means
 * @param meaning the answer that it gives, if it gives one
 */
public record Code(String number, String words, Optional<Meaning.Answer> meaning) {
  /** Where the meanings come from. */
  public static final String SOURCE = "guide, the board's or system's manual wins";

  private static final String STOP_CHECK = "stop-code";
  private static final String BOARD_CHECK = "board-code";

  /** The check that asks for the mark of a device. */
  public static final String DEVICE_MARKS = "device-marks";

  private static final int BYTE = 0xFF;

  private record Family(String outcome, String words) {}

  private record Range(int from, int to, String outcome, String words) {}

  private static final List<String> DEVICES =
      List.of("network", "graphics", "audio", "touch", "several", "other");

  /** A number that is called by its kind and holds a digit, or hexadecimal by its first letters. */
  private static final Pattern CALLED =
      Pattern.compile(
          "(?i)\\b(?:(?<kind>stop|board|display|mark)(?:\\s+code)?\\s+)?(?<number>0x[0-9a-f]{1,8})\\b"
              + "|\\b(?<kind2>stop|board|display|mark)(?:\\s+code)?\\s+"
              + "(?<number2>(?=[a-f]*[0-9])[0-9a-f]{1,8})\\b");

  private static final Map<Long, Family> STOPS = new TreeMap<>();
  private static final List<Range> BOARD =
      List.of(
          range(0x01, 0x0F, "cpu-early", "first steps and security phase"),
          range(0x10, 0x2A, "cpu-early", "processor and chipset before memory"),
          range(0x2B, 0x2F, "memory", "memory training"),
          range(0x31, 0x3F, "cpu-early", "memory found, processor and chipset after memory"),
          range(0x4F, 0x4F, "handed-over", "hand-over to the driver phase"),
          range(0x50, 0x50, "memory", "memory type or speed does not fit"),
          range(0x51, 0x51, "memory", "module data cannot be read"),
          range(0x52, 0x52, "memory", "module sizes do not match"),
          range(0x53, 0x53, "memory", "no usable memory"),
          range(0x54, 0x54, "memory", "memory fault, not told closer"),
          range(0x55, 0x55, "memory", "no memory found"),
          range(0x56, 0x56, "cpu-early", "processor type or speed does not fit"),
          range(0x57, 0x57, "cpu-early", "processors do not match"),
          range(0x58, 0x58, "cpu-early", "processor self-test or cache failed"),
          range(0x5A, 0x5A, "cpu-early", "internal processor error"),
          range(0x60, 0x8F, "handed-over", "driver phase"),
          range(0x90, 0x91, "boot", "boot device selection begins"),
          range(0x92, 0x96, "boot", "bus and resources"),
          range(0x97, 0x97, "graphics", "screen output starts"),
          range(0x98, 0x98, "boot", "keyboard input starts"),
          range(0x9A, 0x9D, "boot", "USB starts"),
          range(0xA0, 0xA7, "boot", "drive controllers"),
          range(0xA9, 0xA9, "handed-over", "the firmware screen is open"),
          range(0xAE, 0xAF, "handed-over", "handing over to the system"),
          range(0xB4, 0xB4, "boot", "a USB device was plugged in"),
          range(0xD0, 0xD3, "cpu-early", "processor or chipset initialization failed"),
          range(0xD4, 0xD4, "boot", "out of resources"),
          range(0xD6, 0xD6, "graphics", "no screen output found"),
          range(0xD7, 0xD7, "boot", "no keyboard found"),
          range(0xD8, 0xD8, "boot", "wrong password"),
          range(0xD9, 0xDA, "boot", "the boot entry failed"),
          range(0xE0, 0xEF, "recovery", "resume from sleep, or recovery"),
          range(0xF0, 0xFF, "recovery", "firmware recovery"));
  private static final Map<Integer, String> MARKS =
      Map.ofEntries(
          Map.entry(1, "not configured"),
          Map.entry(10, "cannot start"),
          Map.entry(12, "not enough resources"),
          Map.entry(14, "a restart is needed"),
          Map.entry(18, "install its driver again"),
          Map.entry(19, "its registration is damaged"),
          Map.entry(22, "disabled"),
          Map.entry(28, "no driver"),
          Map.entry(31, "does not work properly"),
          Map.entry(39, "its driver is damaged"),
          Map.entry(43, "the device reported a failure"),
          Map.entry(45, "not connected"),
          Map.entry(52, "its driver's signature is not accepted"));

  static {
    stops("driver", "a driver touched the wrong memory", 0x0A, 0xD1);
    stops("driver", "a driver blocked for too long", 0x133);
    stops("memory", "memory, or a driver", 0x1A, 0x50, 0x4E);
    stops("exception", "an exception, mostly in a driver", 0x1E, 0x3B, 0x7E);
    stops("drive", "file system", 0x24);
    stops("drive", "a read error from the drive", 0x7A);
    stops("boot-drive", "the boot drive is not reachable: mode changed, or driver missing", 0x7B);
    stops("boot-drive", "the boot volume", 0xED);
    stops("power-state", "the power state of a driver", 0x9F);
    stops("hardware", "a hardware error: heat, voltage, overclock", 0x101, 0x124);
    stops("graphics", "graphics did not answer in time", 0x116, 0x117, 0x119);
    stops("system", "structures of the system are corrupted", 0x139);
    stops("system", "a process that must not end has ended", 0xEF, 0xC000021AL);
    stops("", "boot data missing or damaged", 0xC000000FL, 0xC0000225L, 0xC000000EL);
  }

  private static void stops(String outcome, String words, long... codes) {
    for (long code : codes) {
      STOPS.put(code, new Family(outcome, words));
    }
  }

  private static Range range(int from, int to, String outcome, String words) {
    return new Range(from, to, outcome, words);
  }

  /** The checks that take a number. */
  public static boolean answers(String check) {
    return List.of(STOP_CHECK, BOARD_CHECK, DEVICE_MARKS).contains(check);
  }

  /**
   * Reads the number that a check takes.
   *
   * @param device for a device mark: network, graphics, audio, touch or other
   * @return empty if it is no such number at all
   */
  public static Optional<Code> read(String check, String typed, String device) {
    return switch (check) {
      case STOP_CHECK -> stop(typed);
      case BOARD_CHECK -> board(typed);
      case DEVICE_MARKS -> mark(typed, device);
      default -> Optional.empty();
    };
  }

  /** The numbers in typed words: "stop 7B", "board code 55", "mark 43 on graphics", "0x9F". */
  public static List<Code> within(String typed, int atMost) {
    List<Code> codes = new ArrayList<>();
    Matcher found = CALLED.matcher(typed);
    while (found.find() && codes.size() < atMost) {
      boolean called = found.group("number") == null;
      String number = found.group(called ? "number2" : "number");
      String kind = Objects.requireNonNullElse(found.group(called ? "kind2" : "kind"), "");
      Optional<Code> code =
          switch (kind.toLowerCase(Locale.ROOT)) {
            case "board", "display" -> board(number);
            case "mark" -> mark(number, deviceIn(typed));
            default -> stop(number);
          };
      code.ifPresent(codes::add);
    }
    return codes;
  }

  private static String deviceIn(String typed) {
    String text = typed.toLowerCase(Locale.ROOT);
    return DEVICES.stream().filter(text::contains).findFirst().orElse("");
  }

  /** A stop code, hexadecimal, with or without 0x and leading zeros. */
  public static Optional<Code> stop(String typed) {
    return hexadecimal(typed, 0xFFFFFFFFL)
        .map(
            code -> {
              String number = String.format(Locale.ROOT, code > BYTE ? "0x%X" : "0x%02X", code);
              Family family = STOPS.get(code);
              if (family == null) {
                return new Code(
                    number, "not in the list; read the text beside it", Optional.empty());
              }
              return new Code(number, family.words(), answer(STOP_CHECK, family.outcome()));
            });
  }

  /** A two-digit hexadecimal code of a board's display. */
  public static Optional<Code> board(String typed) {
    return hexadecimal(typed, BYTE)
        .map(
            code -> {
              String number = String.format(Locale.ROOT, "%02X", code);
              return BOARD.stream()
                  .filter(range -> range.from() <= code && code <= range.to())
                  .findFirst()
                  .map(
                      range ->
                          new Code(number, range.words(), answer(BOARD_CHECK, range.outcome())))
                  .orElse(new Code(number, "not in the ranges of the guide", Optional.empty()));
            });
  }

  /** A device mark, decimal, and the device that carries it. */
  public static Optional<Code> mark(String typed, String device) {
    String digits = typed.strip();
    if (!digits.matches("\\d{1,3}")) {
      return Optional.empty();
    }
    int number = Integer.parseInt(digits);
    String words = MARKS.getOrDefault(number, "not in the list");
    return Optional.of(
        new Code(
            String.valueOf(number),
            words + (device.isEmpty() ? "" : ", on " + device),
            answer(DEVICE_MARKS, MARKS.containsKey(number) ? markOutcome(number, device) : "")));
  }

  private static String markOutcome(int number, String device) {
    return switch (device) {
      case "network" -> number == 28 ? "network" : "other";
      case "graphics" -> number == 28 ? "graphics-none" : "graphics-43";
      case "audio" -> "audio";
      case "touch" -> "touch";
      case "several" -> "chipset";
      case "other" -> "other";
      default -> "";
    };
  }

  private static Optional<Meaning.Answer> answer(String check, String outcome) {
    return outcome.isEmpty() ? Optional.empty() : Optional.of(new Meaning.Answer(check, outcome));
  }

  private static Optional<Long> hexadecimal(String typed, long most) {
    String digits = typed.strip().toUpperCase(Locale.ROOT).replaceFirst("^0X", "");
    if (!digits.matches("[0-9A-F]{1,8}") || Long.parseLong(digits, 16) > most) {
      return Optional.empty();
    }
    return Optional.of(Long.parseLong(digits, 16));
  }
}
