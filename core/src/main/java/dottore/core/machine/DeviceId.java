package dottore.core.machine;

import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * By what a device says what it is.
 *
 * @param bus in small letters, such as "pci"; empty if it was not said
 * @param vendor 0 to 0xFFFF
 * @param device 0 to 0xFFFF
 * @param subsystem who built it in and as what: vendor in the upper two bytes, device in the lower
 * @param revision 0 to 0xFF
 * @param kind number of its class, base class first
 */
public record DeviceId(
    String bus,
    int vendor,
    int device,
    OptionalLong subsystem,
    OptionalInt revision,
    OptionalInt kind) {
  private static final int HEX = 16;
  private static final int WORD = 0xFFFF;
  private static final int HALF = 4;

  /** Named parts joined by "&": two of four digits, one of eight, one of two. */
  private static final Pattern JOINED =
      Pattern.compile(
          "(?i)(?:\\b(?<bus>[a-z]{2,8})[\\\\/])?\\b[a-z]{3}_(?<vendor>[0-9a-f]{4})&[a-z]{3}_(?<device>[0-9a-f]{4})"
              + "(?<rest>(?:&[a-z]{2,6}_[0-9a-f]{2,8})*)");

  private static final Pattern SUBSYSTEM = Pattern.compile("(?i)&[a-z]{2,6}_([0-9a-f]{8})");
  private static final Pattern CLASS = Pattern.compile("(?i)&cc_([0-9a-f]{4})");
  private static final Pattern REVISION = Pattern.compile("(?i)&rev_([0-9a-f]{2,4})(?![0-9a-f])");

  /** As the running system names what a module is for. */
  private static final Pattern ALIAS =
      Pattern.compile(
          "(?i)\\bpci:v[0-9a-f]{4}(?<vendor>[0-9a-f]{4})d[0-9a-f]{4}(?<device>[0-9a-f]{4})"
              + "(?:sv[0-9a-f]{4}(?<subvendor>[0-9a-f]{4})sd[0-9a-f]{4}(?<subdevice>[0-9a-f]{4}))?"
              + "(?:bc(?<base>[0-9a-f]{2})sc(?<sub>[0-9a-f]{2}))?");

  private static final Pattern COLONS =
      Pattern.compile(
          "(?i)(?:\\b(?<bus>pci|usb)[:"
              + " ])?(?<![0-9a-f:.])(?<vendor>[0-9a-f]{4}):(?<device>[0-9a-f]{4})(?![0-9a-f:.])"
              + "(?:\\s+\\(?(?<subvendor>[0-9a-f]{4}):(?<subdevice>[0-9a-f]{4})(?![0-9a-f:.])\\)?)?"
              + "(?:\\s*\\(?\\brev\\s+(?<revision>[0-9a-f]{2})\\b\\)?)?");

  /**
   * @throws IllegalArgumentException if a number is beyond its digits
   */
  public DeviceId {
    bus = bus.toLowerCase(Locale.ROOT);
    if (vendor < 0 || vendor > WORD || device < 0 || device > WORD) {
      throw new IllegalArgumentException("vendor and device have four digits");
    }
  }

  /** One without what tells builds of it apart. */
  public static DeviceId of(int vendor, int device) {
    return new DeviceId(
        "", vendor, device, OptionalLong.empty(), OptionalInt.empty(), OptionalInt.empty());
  }

  /** The first that stands in a text, in any of the written forms. */
  public static Optional<DeviceId> in(String text) {
    Matcher joined = JOINED.matcher(text);
    if (joined.find()) {
      return Optional.of(joined(joined));
    }
    Matcher alias = ALIAS.matcher(text);
    if (alias.find()) {
      return Optional.of(
          new DeviceId(
              "pci",
              number(alias.group("vendor")),
              number(alias.group("device")),
              subsystem(alias),
              OptionalInt.empty(),
              alias.group("base") == null
                  ? OptionalInt.empty()
                  : OptionalInt.of(number(alias.group("base") + alias.group("sub")))));
    }
    Matcher colons = COLONS.matcher(text);
    return colons.find() ? Optional.of(colons(colons)) : Optional.empty();
  }

  private static DeviceId joined(Matcher found) {
    String rest = found.group("rest");
    Matcher sub = SUBSYSTEM.matcher(rest);
    // Device first, vendor behind it: the other way round than with colons.
    OptionalLong subsystem =
        sub.find()
            ? OptionalLong.of(
                Long.parseLong(sub.group(1).substring(HALF) + sub.group(1).substring(0, HALF), HEX))
            : OptionalLong.empty();
    Matcher revision = REVISION.matcher(rest);
    Matcher kind = CLASS.matcher(rest);
    return new DeviceId(
        found.group("bus") == null ? "" : found.group("bus"),
        number(found.group("vendor")),
        number(found.group("device")),
        subsystem,
        revision.find() ? OptionalInt.of(number(revision.group(1))) : OptionalInt.empty(),
        kind.find() ? OptionalInt.of(number(kind.group(1))) : OptionalInt.empty());
  }

  private static DeviceId colons(Matcher found) {
    return new DeviceId(
        found.group("bus") == null ? "" : found.group("bus"),
        number(found.group("vendor")),
        number(found.group("device")),
        subsystem(found),
        found.group("revision") == null
            ? OptionalInt.empty()
            : OptionalInt.of(number(found.group("revision"))),
        OptionalInt.empty());
  }

  private static OptionalLong subsystem(Matcher found) {
    String vendor = found.group("subvendor");
    return vendor == null
        ? OptionalLong.empty()
        : OptionalLong.of(Long.parseLong(vendor + found.group("subdevice"), HEX));
  }

  private static int number(String digits) {
    return Integer.parseInt(digits, HEX);
  }

  /** The same with a subsystem that was read elsewhere. */
  public DeviceId builtInAs(long by) {
    return new DeviceId(bus, vendor, device, OptionalLong.of(by), revision, kind);
  }

  /** The same with the number of its class. */
  public DeviceId ofKind(int number) {
    return new DeviceId(bus, vendor, device, subsystem, revision, OptionalInt.of(number));
  }

  /** The colon form, with what tells builds apart behind it. */
  public String words() {
    String text = String.format(Locale.ROOT, "%04x:%04x", vendor, device);
    if (subsystem.isPresent()) {
      long sub = subsystem.getAsLong();
      text += String.format(Locale.ROOT, " %04x:%04x", sub >> HEX, sub & WORD);
    }
    return revision.isPresent()
        ? text + String.format(Locale.ROOT, " rev %02x", revision.getAsInt())
        : text;
  }
}
