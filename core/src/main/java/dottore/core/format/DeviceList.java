package dottore.core.format;

import dottore.core.machine.Device;
import dottore.core.machine.DeviceId;
import dottore.core.machine.DeviceKind;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads a list of devices: a table (name, hardware id, mark, provider, date, version of the driver,
 * its file; header in any order, or none and this order), or what a running rescue system prints,
 * one device a line with lines below it that belong to it.
 */
public final class DeviceList {
  /** What a column can be, with the names that are known for it. */
  public static final Map<String, Set<String>> ROLES = roles();

  /** More devices than a machine has. */
  static final int MOST = 2000;

  private static final int LONGEST = 60;
  private static final int LARGEST_MARK = 60;
  private static final List<String> ORDER =
      List.of("name", "id", "mark", "provider", "date", "version", "module");

  private static final Pattern CLASS = Pattern.compile("(?i)\\b([0-9a-f]{4}):\\s+[0-9a-f]{4}:");
  private static final Pattern DRIVER =
      Pattern.compile("(?i)\\b(?:driver|module)\\b[^:=]*[:=]\\s*(\\S+)");
  private static final Pattern BELONGS = Pattern.compile("(?i)\\bsubsystem\\b");

  private DeviceList() {}

  private static Map<String, Set<String>> roles() {
    Map<String, Set<String>> roles = new LinkedHashMap<>();
    roles.put(
        "name", Set.of("name", "device", "device name", "navn", "enhed", "gerät", "bezeichnung"));
    roles.put(
        "id",
        Set.of(
            "id",
            "ids",
            "hardware id",
            "hardware ids",
            "hardwareid",
            "device id",
            "ids of the device",
            "enheds id",
            "geräte id",
            "hardware kennung"));
    roles.put(
        "mark",
        Set.of(
            "mark",
            "status",
            "status number",
            "number",
            "code",
            "problem",
            "problem code",
            "error code",
            "fejlkode",
            "fehlercode"));
    roles.put(
        "provider",
        Set.of("provider", "driver provider", "supplier", "maker", "udbyder", "anbieter"));
    roles.put("date", Set.of("date", "driver date", "dato", "datum", "treiberdatum"));
    roles.put("version", Set.of("version", "driver version", "treiberversion", "driverversion"));
    roles.put("module", Set.of("module", "file", "driver file", "service", "fil", "datei"));
    roles.put("class", Set.of("class", "type", "kind", "klasse", "category"));
    return roles;
  }

  /**
   * Reads a file.
   *
   * @param remembered roles that the shop gave to names of columns
   * @throws UnknownColumns if its header row names no device
   * @throws FormatFault if it is no such list; with the line
   */
  public static List<Device> read(byte[] bytes, Map<String, String> remembered) throws FormatFault {
    return read(PlainBytes.text(bytes), remembered);
  }

  /** The same of what was pasted. */
  public static List<Device> read(String text, Map<String, String> remembered) throws FormatFault {
    if (text.indexOf('\u0000') >= 0) {
      throw new FormatFault(
          "this is no text: it holds a zero at character " + text.indexOf('\u0000'));
    }
    List<Device> devices = printed(text) ? lines(text) : table(text, remembered);
    if (devices.isEmpty()) {
      throw new FormatFault("there is no device in it");
    }
    if (devices.size() > MOST) {
      throw new FormatFault("it lists more than " + MOST + " devices");
    }
    return List.copyOf(devices);
  }

  /**
   * One device as it was typed.
   *
   * @param cells by role
   * @throws FormatFault if it has neither a name nor an id, or a part of it cannot be
   */
  public static Device typed(Map<String, String> cells) throws FormatFault {
    Map<String, Integer> at = new LinkedHashMap<>();
    List<String> row = new ArrayList<>();
    cells.forEach(
        (role, cell) -> {
          at.put(role, row.size());
          row.add(cell);
        });
    String id = cells.getOrDefault("id", "");
    if (!id.isBlank() && DeviceId.in(id).isEmpty()) {
      throw new FormatFault(brief(id) + " is no hardware id, such as 0fe1:2100");
    }
    return device(new TextTable.Row(1, row), at);
  }

  /** Whether its first line has an id and nothing that parts columns. */
  private static boolean printed(String text) {
    Optional<String> first = text.lines().filter(line -> !line.isBlank()).findFirst();
    return first.isPresent()
        && !first.get().contains(";")
        && !first.get().contains("\t")
        && !first.get().contains(",")
        && DeviceId.in(first.get()).isPresent();
  }

  // --- a table -----------------------------------------------------------------------------------

  private static List<Device> table(String text, Map<String, String> remembered)
      throws FormatFault {
    TextTable table = TextTable.read(text);
    if (table.rows().isEmpty()) {
      throw new FormatFault("there is no device in it");
    }
    TextTable.Row first = table.rows().get(0);
    boolean headless = first.cells().stream().anyMatch(cell -> DeviceId.in(cell).isPresent());
    Map<String, Integer> at = new LinkedHashMap<>();
    if (headless) {
      ORDER.forEach(role -> at.put(role, ORDER.indexOf(role)));
    } else {
      at.putAll(table.columns(ROLES, remembered).orElse(Map.of()));
      if (!at.containsKey("name") && !at.containsKey("id")) {
        throw new UnknownColumns("the device's name or hardware id", first.cells());
      }
    }
    List<Device> devices = new ArrayList<>();
    for (TextTable.Row row : table.rows().subList(headless ? 0 : 1, table.rows().size())) {
      devices.add(device(row, at));
    }
    return devices;
  }

  private static Device device(TextTable.Row row, Map<String, Integer> at) throws FormatFault {
    Optional<DeviceId> id = DeviceId.in(cell(row, at, "id"));
    String name = cell(row, at, "name");
    if (name.isEmpty() && id.isEmpty()) {
      throw new FormatFault("line " + row.line() + " has neither a name nor a hardware id");
    }
    String date = cell(row, at, "date");
    if (!date.isEmpty() && DateText.day(date).isEmpty()) {
      throw new FormatFault("line " + row.line() + ": " + brief(date) + " is no date");
    }
    return new Device(
        brief(name.isEmpty() ? id.map(DeviceId::words).orElse("") : name),
        id,
        kind(cell(row, at, "class"), name, id),
        mark(cell(row, at, "mark"), row.line()),
        brief(cell(row, at, "provider")),
        DateText.day(date),
        brief(cell(row, at, "version")),
        brief(cell(row, at, "module")));
  }

  private static String cell(TextTable.Row row, Map<String, Integer> at, String role) {
    return at.containsKey(role) ? row.at(at.get(role)) : "";
  }

  private static OptionalInt mark(String text, long line) throws FormatFault {
    if (text.isEmpty() || text.equalsIgnoreCase("ok") || text.matches("0+")) {
      return OptionalInt.empty();
    }
    Matcher number = Pattern.compile("\\d{1,3}").matcher(text);
    if (!number.find()) {
      return OptionalInt.empty();
    }
    int mark = Integer.parseInt(number.group());
    if (mark > LARGEST_MARK) {
      throw new FormatFault("line " + line + ": there is no mark " + mark);
    }
    return mark == 0 ? OptionalInt.empty() : OptionalInt.of(mark);
  }

  private static DeviceKind kind(String said, String name, Optional<DeviceId> id) {
    return DeviceKind.of(said)
        .or(() -> DeviceKind.named(said))
        .or(
            () ->
                id.filter(i -> i.kind().isPresent())
                    .map(i -> DeviceKind.ofClass(i.kind().getAsInt()))
                    .filter(kind -> kind != DeviceKind.OTHER))
        .or(() -> DeviceKind.named(name))
        .orElse(DeviceKind.OTHER);
  }

  private static String brief(String text) {
    String line = text.replaceAll("\\s+", " ").strip();
    return line.length() > LONGEST ? line.substring(0, LONGEST) : line;
  }

  // --- what a rescue system prints
  // -----------------------------------------------------------------

  private static List<Device> lines(String text) throws FormatFault {
    List<Device> devices = new ArrayList<>();
    int number = 0;
    for (String line : (Iterable<String>) text.lines()::iterator) {
      number++;
      if (line.isBlank()) {
        continue;
      }
      boolean below = Character.isWhitespace(line.charAt(0));
      if (below && devices.isEmpty()) {
        throw new FormatFault(
            "line " + number + " belongs to a device above it, and there is none");
      }
      if (below) {
        Device last = devices.remove(devices.size() - 1);
        devices.add(belonging(last, line));
      } else {
        Optional<DeviceId> id = DeviceId.in(line);
        if (id.isEmpty()) {
          throw new FormatFault("line " + number + " holds no hardware id: " + brief(line));
        }
        if (devices.size() == MOST) {
          throw new FormatFault("line " + number + ": more than " + MOST + " devices");
        }
        devices.add(printed(line, id.get()));
      }
    }
    return devices;
  }

  private static Device printed(String line, DeviceId id) {
    Matcher number = CLASS.matcher(line);
    DeviceId read = number.find() ? id.ofKind(Integer.parseInt(number.group(1), 16)) : id;
    DeviceKind kind = kind("", line, Optional.of(read));
    Matcher driver = DRIVER.matcher(line);
    String name = (kind == DeviceKind.OTHER ? "Device" : capital(kind.words())) + " " + id.words();
    return new Device(
        brief(name),
        Optional.of(read),
        kind,
        OptionalInt.empty(),
        "",
        Optional.empty(),
        "",
        driver.find() ? brief(driver.group(1)) : "");
  }

  private static String capital(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }

  private static Device belonging(Device device, String line) {
    Optional<DeviceId> id = device.id();
    if (BELONGS.matcher(line).find()) {
      id =
          DeviceId.in(line)
              .flatMap(
                  sub ->
                      device.id().map(i -> i.builtInAs((long) sub.vendor() << 16 | sub.device())))
              .or(device::id);
    }
    Matcher driver = DRIVER.matcher(line);
    String module = driver.find() ? brief(driver.group(1)) : device.module();
    return new Device(
        device.name(),
        id,
        device.kind(),
        device.mark(),
        device.provider(),
        device.date(),
        device.version(),
        module);
  }
}
