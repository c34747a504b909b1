package dottore.app.shelf;

import dottore.core.format.FormatFault;
import dottore.core.format.IsoImage;
import dottore.core.format.IsoReader;
import dottore.core.format.IsoReader.Inspection;
import dottore.core.format.Ranges;
import dottore.core.format.Ranges.Range;
import dottore.core.machine.BootMode;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * An image is inspected where it lies: the browser sends the pieces that are asked for, or it is a
 * file of the server.
 */
@Controller
class ImageInspection {
  private static final Logger LOG = LoggerFactory.getLogger(ImageInspection.class);
  private static final long LONGEST = TimeUnit.HOURS.toMillis(1);
  private static final int AT_ONCE = 2;
  private static final double GB = 1e9;
  private static final long LARGEST = 1L << 42;
  private static final long MOST = 40L << 20;

  /**
   * What came of a round.
   *
   * @param fault why it cannot be read; empty if it can
   * @param wants pieces to send with the next round; empty once it is over
   * @param fields of the form, as they are filled
   */
  record Round(String fault, List<Range> wants, Map<String, String> fields, String words) {
    static Round fault(String why) {
      return new Round(why, List.of(), Map.of(), "");
    }
  }

  /**
   * How far a sum is.
   *
   * @param sum empty until it is over, and if the file could not be read
   */
  record Summed(int percent, String sum, boolean over) {}

  private final ServerImages server;
  private final ExecutorService hands =
      Executors.newFixedThreadPool(
          AT_ONCE,
          work -> {
            Thread thread = new Thread(work, "sum of an image");
            thread.setDaemon(true);
            return thread;
          });

  ImageInspection(ServerImages server) {
    this.server = server;
  }

  @PreDestroy
  void close() {
    hands.shutdownNow();
  }

  @PostMapping("/shelf/images/inspect")
  @ResponseBody
  Round inspect(
      @RequestParam long size,
      @RequestParam(defaultValue = "") String ranges,
      @RequestParam Optional<MultipartFile> pieces)
      throws IOException {
    if (size < 0 || size > LARGEST || pieces.filter(p -> p.getSize() > MOST).isPresent()) {
      return Round.fault("This is larger than any image that is read.");
    }
    byte[] sent = pieces.isPresent() ? pieces.get().getBytes() : new byte[0];
    Map<Long, byte[]> by = new HashMap<>();
    int at = 0;
    for (String range : ranges.isBlank() ? new String[0] : ranges.split(" ")) {
      if (!range.matches("\\d{1,13}:\\d{1,8}")) {
        return Round.fault("What was sent could not be read. Choose the file again.");
      }
      String[] parts = range.split(":");
      int length = Integer.parseInt(parts[1]);
      if (length > sent.length - at) {
        return Round.fault("A piece did not arrive whole. Choose the file again.");
      }
      by.put(Long.parseLong(parts[0]), Arrays.copyOfRange(sent, at, at + length));
      at += length;
    }
    return round(Ranges.of(size, by));
  }

  /** The same of an image that lies on the server. */
  @PostMapping("/shelf/images/on-server")
  @ResponseBody
  Round onServer(@RequestParam String name) throws IOException {
    try (SeekableByteChannel channel = Files.newByteChannel(server.named(name))) {
      return round(Ranges.of(channel));
    }
  }

  /** Its sum, taken on the server, as it goes. */
  @GetMapping(path = "/shelf/images/on-server/sum", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter sum(@RequestParam String name) {
    Path file = server.named(name);
    SseEmitter emitter = new SseEmitter(LONGEST);
    AtomicBoolean left = new AtomicBoolean();
    emitter.onTimeout(() -> left.set(true));
    emitter.onError(gone -> left.set(true));
    emitter.onCompletion(() -> left.set(true));
    hands.submit(() -> sum(file, emitter, left));
    return emitter;
  }

  private static void sum(Path file, SseEmitter emitter, AtomicBoolean left) {
    int[] said = {-1};
    try {
      String sum =
          ServerImages.digest(
              file,
              percent -> {
                if (percent > said[0]) {
                  said[0] = percent;
                  told(emitter, new Summed(percent, "", false), left);
                }
                return !left.get();
              });
      told(emitter, new Summed(100, sum, true), left);
      emitter.complete();
    } catch (IOException broken) {
      LOG.warn("{} could not be read to its end", file, broken);
      told(emitter, new Summed(0, "", true), left);
      emitter.complete();
    }
  }

  /** Nobody listens any more where it cannot be told. */
  private static void told(SseEmitter emitter, Summed summed, AtomicBoolean left) {
    try {
      emitter.send(summed, MediaType.APPLICATION_JSON);
    } catch (IOException | IllegalStateException gone) {
      left.set(true);
    }
  }

  private static Round round(Ranges file) throws IOException {
    try {
      Inspection came = IsoReader.inspect(file);
      if (came instanceof Inspection.Wants wants) {
        return new Round("", wants.ranges(), Map.of(), "");
      }
      IsoImage image = ((Inspection.Done) came).image();
      return image.whole()
          ? new Round("", List.of(), fields(image), words(image))
          : Round.fault(
              "Broken off: its tables claim "
                  + image.volume().asListed()
                  + " and there are "
                  + image.held().asListed()
                  + ". Fetch it again.");
    } catch (FormatFault fault) {
      return Round.fault("This is not read as an image: " + fault.getMessage() + ".");
    }
  }

  private static Map<String, String> fields(IsoImage image) {
    Map<String, String> fields = new LinkedHashMap<>();
    fields.put("name", image.label());
    fields.put("gb", gb(image.held().bytes()));
    fields.put("largest", image.largest().isEmpty() ? "" : gb(image.largest().get(0).bytes()));
    fields.put("released", image.created().map(Object::toString).orElse(""));
    fields.put("new-way", image.boots().contains(BootMode.NEW) ? "on" : "");
    fields.put("old-way", image.boots().contains(BootMode.OLD) ? "on" : "");
    return fields;
  }

  /** Rounded up, so that what fits by it does fit. */
  private static String gb(long bytes) {
    return String.format(Locale.ROOT, "%.3f", Math.ceil(bytes / GB * 1000) / 1000);
  }

  private static String words(IsoImage image) {
    String starts =
        image.boots().size() == 2
            ? "starts both ways"
            : image.boots().isEmpty()
                ? "starts no machine"
                : image.boots().contains(BootMode.NEW)
                    ? "starts the new way"
                    : "starts the old way";
    return image.label()
        + ": "
        + starts
        + ", "
        + image.files()
        + (image.files() == 1 ? " file, " : " files, ")
        + (image.fitsFat() ? "FAT32 holds each" : "one of 4 GiB or more")
        + (image.hybrid() ? ", can be written to a stick as it is" : "")
        + ".";
  }
}
