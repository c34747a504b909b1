package dottore.core.machine;

/** The file systems that are told apart. */
public enum FileSystem {
  FAT12("FAT12"),
  FAT16("FAT16"),
  FAT32("FAT32"),
  EXFAT("exFAT"),
  NTFS("NTFS"),
  OTHER("another file system");

  private final String words;

  FileSystem(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
