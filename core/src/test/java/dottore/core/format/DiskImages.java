package dottore.core.format;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Images of sticks and drives as Debian's own tools write them. */
public final class DiskImages {
  static final long MIB = 1 << 20;

  private final Path folder;
  private int made;

  public DiskImages(Path folder) {
    this.folder = folder;
  }

  String run(String input, String... command) throws Exception {
    Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
    process.getOutputStream().write(input.getBytes(StandardCharsets.UTF_8));
    process.getOutputStream().close();
    String output = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor()).as("%s: %s", String.join(" ", command), output).isZero();
    return output;
  }

  /** An empty image. */
  Path image(long bytes) throws IOException {
    Path image = folder.resolve("stick-" + ++made + ".img");
    try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "rw")) {
      file.setLength(bytes);
    }
    return image;
  }

  byte[] head(Path image, long bytes) throws IOException {
    try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "r")) {
      byte[] head = new byte[(int) Math.min(bytes, file.length())];
      file.readFully(head);
      return head;
    }
  }

  /**
   * A stick of 512 MiB with one FAT32 partition and a file in it.
   *
   * @param label dos or gpt
   */
  Path stick(String label, String file) throws Exception {
    Path image = image(512 * MIB);
    String type = label.equals("dos") ? "c" : "U";
    run(
        "label: " + label + "\nstart=2048, type=" + type + "\n",
        "/usr/sbin/sfdisk",
        "--quiet",
        image.toString());
    run(
        "",
        "/usr/sbin/mkfs.fat",
        "-F",
        "32",
        "-n",
        "FLASH",
        "--offset",
        "2048",
        image.toString(),
        String.valueOf(510 * 1024));
    run("", "mcopy", "-i", image + "@@1M", content().toString(), "::" + file);
    return image;
  }

  Path content() throws IOException {
    return Files.writeString(folder.resolve("content"), "firmware");
  }

  /** The first MiB of a drive of 500 GB, divided as sfdisk is told. */
  public byte[] head(String layout) throws Exception {
    Path image = image(500_107_862_016L);
    run(layout, "/usr/sbin/sfdisk", "--quiet", image.toString());
    return head(image, MIB);
  }

  /** The first sectors of such a stick, its top folder among them. */
  public byte[] flashStick(String file) throws Exception {
    return head(stick("dos", file), 3 * MIB);
  }
}
