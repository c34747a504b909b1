package dottore.core.machine;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a device is for. */
public enum DeviceKind {
  CHIPSET("chipset", "chipset"),
  STORAGE("storage", "storage"),
  NETWORK("network", "network"),
  WIRELESS("wireless", "wireless"),
  GRAPHICS("graphics", "graphics"),
  AUDIO("audio", "sound"),
  TOUCH("touch", "touch"),
  CAMERA("camera", "camera"),
  OTHER("other", "another device");

  private record Word(String word, DeviceKind kind) {}

  /** The first that stands in a name decides. */
  private static final List<Word> WORDS =
      List.of(
          new Word("wireless", WIRELESS),
          new Word("radio", WIRELESS),
          new Word("network", NETWORK),
          new Word("ethernet", NETWORK),
          new Word("lan ", NETWORK),
          new Word("graphics", GRAPHICS),
          new Word("display", GRAPHICS),
          new Word("video", GRAPHICS),
          new Word("camera", CAMERA),
          new Word("audio", AUDIO),
          new Word("sound", AUDIO),
          new Word("speaker", AUDIO),
          new Word("touch", TOUCH),
          new Word("storage", STORAGE),
          new Word("disk", STORAGE),
          new Word("drive controller", STORAGE),
          new Word("chipset", CHIPSET),
          new Word("bridge", CHIPSET),
          new Word("system management", CHIPSET),
          new Word("system bus", CHIPSET));

  private final String id;
  private final String words;

  DeviceKind(String id, String words) {
    this.id = id;
    this.words = words;
  }

  public String id() {
    return id;
  }

  public String words() {
    return words;
  }

  /** The kind of an id, if there is one. */
  public static Optional<DeviceKind> of(String id) {
    for (DeviceKind kind : values()) {
      if (kind.id.equals(id.strip().toLowerCase(Locale.ROOT))) {
        return Optional.of(kind);
      }
    }
    return Optional.empty();
  }

  /** The kind that a name or a class in words speaks of. */
  public static Optional<DeviceKind> named(String name) {
    String text = name.toLowerCase(Locale.ROOT) + " ";
    return WORDS.stream().filter(w -> text.contains(w.word())).map(Word::kind).findFirst();
  }

  /**
   * The kind of a class number on the inner bus: base class and subclass (PCI Code and ID
   * Assignment Specification, chapter 1).
   *
   * @param number two bytes, base class first
   */
  public static DeviceKind ofClass(int number) {
    int base = number >> Byte.SIZE;
    int sub = number & 0xFF;
    return switch (base) {
      case 0x01 -> STORAGE;
      case 0x02 -> sub == 0x80 ? WIRELESS : NETWORK;
      case 0x03 -> GRAPHICS;
      case 0x04 -> AUDIO;
      case 0x05, 0x06, 0x08, 0x0C, 0x11 -> CHIPSET;
      case 0x0D -> WIRELESS;
      default -> OTHER;
    };
  }
}
