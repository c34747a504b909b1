package dottore.core.driver;

import dottore.core.machine.Device;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What became of a machine's devices from one list to the next.
 *
 * @param rows what changed, what got worse first
 * @param same how many are as they were
 */
public record ListChange(List<Row> rows, int same) {
  /** What became of one. */
  public enum What {
    OLDER("an older driver lies over it"),
    MARKED("has a mark now"),
    GONE("is gone"),
    NEWER("has a newer driver"),
    MENDED("its mark is gone"),
    NEW("is new"),
    OTHER("has another driver");

    private final String words;

    What(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether somebody must look. */
    public boolean worse() {
      return this == OLDER || this == MARKED || this == GONE;
    }
  }

  /**
   * @param was its version, or its mark
   * @param is the same now
   */
  public record Row(Device device, What what, String was, String is) {}

  public ListChange {
    rows = List.copyOf(rows);
  }

  /** Compares by hardware id, and by name where there is none. */
  public static ListChange of(List<Device> before, List<Device> now) {
    Map<String, Device> was = keyed(before);
    Map<String, Device> is = keyed(now);
    List<Row> rows = new ArrayList<>();
    int same = 0;
    for (Map.Entry<String, Device> entry : is.entrySet()) {
      Device old = was.get(entry.getKey());
      Device device = entry.getValue();
      if (old == null) {
        rows.add(new Row(device, What.NEW, "", state(device)));
      } else if (compared(old, device, rows)) {
        same++;
      }
    }
    was.forEach(
        (key, device) -> {
          if (!is.containsKey(key)) {
            rows.add(new Row(device, What.GONE, state(device), ""));
          }
        });
    rows.sort(java.util.Comparator.comparing(Row::what));
    return new ListChange(rows, same);
  }

  private static Map<String, Device> keyed(List<Device> devices) {
    Map<String, Device> keyed = new LinkedHashMap<>();
    for (Device device : devices) {
      String key = device.key();
      for (int twin = 2; keyed.containsKey(key); twin++) {
        key = device.key() + " #" + twin;
      }
      keyed.put(key, device);
    }
    return keyed;
  }

  private static boolean compared(Device old, Device device, List<Row> rows) {
    if (device.mark().isPresent() && !device.mark().equals(old.mark())) {
      rows.add(new Row(device, What.MARKED, state(old), state(device)));
      return false;
    }
    boolean version = !device.version().equals(old.version());
    if (version && DriverPackage.older(device.version(), old.version()) && sameHand(old, device)) {
      rows.add(new Row(device, What.OLDER, state(old), state(device)));
    } else if (old.mark().isPresent() && device.mark().isEmpty()) {
      rows.add(new Row(device, What.MENDED, state(old), state(device)));
    } else if (version || !sameHand(old, device)) {
      boolean newer = version && sameHand(old, device);
      rows.add(new Row(device, newer ? What.NEWER : What.OTHER, state(old), state(device)));
    } else {
      return true;
    }
    return false;
  }

  private static boolean sameHand(Device old, Device device) {
    return old.provider().equalsIgnoreCase(device.provider());
  }

  private static String state(Device device) {
    String mark = device.mark().isPresent() ? "mark " + device.mark().getAsInt() : "";
    String driver = (device.provider() + " " + device.version()).strip();
    return driver.isEmpty() || mark.isEmpty() ? driver + mark : driver + ", " + mark;
  }

  /** Whether something got worse. */
  public boolean worse() {
    return rows.stream().anyMatch(row -> row.what().worse());
  }
}
