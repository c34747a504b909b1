package dottore.core.practice;

/** What happened to a machine last, as its owner tells it. */
public enum Story {
  NOTHING("nothing that anyone knows of", 40),
  NEW_BUILD("it was built new and never ran", 6),
  PART_ADDED("a part was added", 4),
  MEMORY_CHANGED("memory was changed", 6),
  GRAPHICS_CHANGED("the graphics card was changed", 4),
  DRIVE_CHANGED("a drive was changed", 5),
  CPU_CHANGED("the processor was changed", 3),
  FIRMWARE_UPDATED("the firmware was updated", 4),
  SETTINGS_RESET("firmware settings were reset", 3),
  SYSTEM_UPGRADED("the system was upgraded", 8),
  SYSTEM_REINSTALLED("the system was installed anew", 7),
  DRIVER_UPDATED("a driver was updated", 5),
  MOVED("it was moved or shipped", 7),
  POWER_EVENT("there was a power cut or lightning", 5),
  LIQUID("something was spilled over it", 3);

  private final String words;
  private final int often;

  Story(String words, int often) {
    this.words = words;
    this.often = often;
  }

  public String words() {
    return words;
  }

  /** In a hundred and ten machines that come in. */
  int often() {
    return often;
  }
}
