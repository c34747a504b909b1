package dottore.app.driver;

import dottore.app.desk.Act;
import dottore.app.desk.Act.Decision;
import dottore.app.desk.Desk;
import dottore.app.desk.Posted;
import dottore.app.driver.ColumnBook.Which;
import dottore.app.frame.Uploads;
import dottore.app.record.Writing;
import dottore.app.record.Writing.NotTaken;
import dottore.app.said.Refused;
import dottore.app.shop.Shop;
import dottore.core.driver.Crashes;
import dottore.core.driver.DriverDesk;
import dottore.core.driver.DriverFacts;
import dottore.core.driver.DriverFacts.Left;
import dottore.core.facts.Facts;
import dottore.core.format.DeviceList;
import dottore.core.format.EventList;
import dottore.core.format.FormatFault;
import dottore.core.format.ListColumns;
import dottore.core.format.PlainBytes;
import dottore.core.format.UnknownColumns;
import dottore.core.machine.Device;
import dottore.core.reading.Answer;
import dottore.core.ticket.Line;
import dottore.core.ticket.NewLine;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;

/** What can be done under Drivers beside its form. */
final class DriverActs {
  private static final String DEVICES = "devices";
  private static final String CRASHES = "crashes";

  /** A text that is longer is not sent back to have its columns named; its file is. */
  private static final int ASKED_AGAIN = 500_000;

  private static final int MOST_COLUMNS = 60;

  private final ColumnBook columns;
  private final Shop shop;
  private final Function<Writing, DriverDesk> desk;

  /**
   * @param desk what is known inside the lock
   */
  DriverActs(ColumnBook columns, Shop shop, Function<Writing, DriverDesk> desk) {
    this.columns = columns;
    this.shop = shop;
    this.desk = desk;
  }

  List<Act> all() {
    return List.of(
        Act.of("list", DEVICES, this::list),
        Act.of("device", DEVICES, this::device),
        Act.of("leave", DEVICES, this::leave),
        Act.of("events", CRASHES, this::events));
  }

  // --- reading -----------------------------------------------------------------------------------

  /** Reads a text by its columns; where they are not known, what they are called is asked for. */
  @FunctionalInterface
  private interface Reader {
    Decision read(String text, Map<String, String> remembered) throws FormatFault;
  }

  private Decision read(Posted posted, Which list, Reader reader) throws IOException, FormatFault {
    Optional<byte[]> file = posted.bytes("file", Uploads.SMALL);
    String text =
        file.map(PlainBytes::text).orElseGet(() -> posted.fields().getOrDefault("text", ""));
    if (text.isBlank()) {
      throw new Refused("Choose the file first, or paste the list.");
    }
    Map<String, String> said = said(posted);
    Map<String, String> roles = new LinkedHashMap<>(columns.remembered(list));
    said.forEach((header, role) -> roles.put(ListColumns.plain(header), role));
    try {
      Decision decision = reader.read(text, roles);
      return writing -> {
        columns.remember(list, said, writing.who());
        return decision.decide(writing);
      };
    } catch (UnknownColumns unknown) {
      return writing -> named(text, unknown);
    }
  }

  private static Map<String, String> said(Posted posted) {
    Map<String, String> said = new LinkedHashMap<>();
    for (int i = 0; i < MOST_COLUMNS; i++) {
      String role = posted.text("role-" + i);
      if (!role.isEmpty()) {
        said.put(posted.text("column-" + i), role);
      }
    }
    return said;
  }

  private static NotTaken named(String text, UnknownColumns unknown) {
    Map<String, String> typed = new LinkedHashMap<>();
    typed.put("columns", String.join("\n", unknown.header()));
    typed.put("text", text.length() > ASKED_AGAIN ? "" : text);
    return new NotTaken(
        List.of(
            "Not read yet: "
                + unknown.getMessage()
                + ". Say below what the columns are; it is remembered."
                + (text.length() > ASKED_AGAIN ? " Choose the file once more with it." : "")),
        typed);
  }

  // --- devices -----------------------------------------------------------------------------------

  private Decision list(Posted posted) throws IOException, FormatFault {
    return read(
        posted,
        Which.DEVICES,
        (text, roles) -> {
          List<Device> devices = DeviceList.read(text, roles);
          return Decision.of(writing -> keep(writing, devices));
        });
  }

  /**
   * While drivers are being changed, what the list says counts once it was said what came of it.
   */
  private void keep(Writing writing, List<Device> devices) {
    Line kept =
        writing.append(
            NewLine.known(
                "Device list read, " + devices.size() + " devices",
                desk.apply(writing).read(devices)));
    if (writing.file().openSheets().isEmpty()) {
      answer(writing, kept);
    }
  }

  /** The checks that the device list answers. */
  void answer(Writing writing, Line came) {
    answer(writing, came, desk.apply(writing).answers());
  }

  private static void answer(Writing writing, Line came, List<Answer> answers) {
    List<NewLine> lines =
        answers.stream()
            .filter(a -> !writing.log().answered(a.check(), a.outcome()))
            .flatMap(
                a ->
                    writing.casebook().check(a.check()).stream()
                        .map(check -> NewLine.read(check, a).together(Desk.cameOf(came))))
            .toList();
    if (!lines.isEmpty()) {
      writing.record(writing.log().last(), lines);
    }
  }

  /** One device by hand: it joins the list, or takes the place of the one with its id. */
  private Decision device(Posted posted) throws FormatFault {
    Map<String, String> cells = new LinkedHashMap<>();
    DeviceList.ROLES.keySet().forEach(role -> cells.put(role, posted.text(role)));
    Device typed = DeviceList.typed(cells);
    return Decision.of(
        writing -> {
          DriverDesk known = desk.apply(writing);
          List<Device> devices =
              Stream.concat(
                      known.devices().stream().filter(d -> !d.key().equals(typed.key())),
                      Stream.of(typed))
                  .toList();
          Line kept =
              writing.append(
                  NewLine.known(
                      "Device written down: " + typed.name(),
                      Facts.none().with(DriverFacts.DEVICES, DriverFacts.Listed.of(devices))));
          answer(writing, kept);
        });
  }

  private Decision leave(Posted posted) {
    String key = posted.text("key");
    boolean left = posted.yes("left");
    return Decision.of(
        writing -> {
          DriverDesk known = desk.apply(writing);
          Device device =
              known.devices().stream()
                  .filter(d -> d.key().equals(key))
                  .findFirst()
                  .orElseThrow(() -> new Refused("That device is not on the list any more."));
          List<String> keys =
              new ArrayList<>(
                  known.facts().find(DriverFacts.LEFT).map(Left::keys).orElse(List.of()));
          keys.remove(key);
          if (left) {
            keys.add(key);
          }
          writing.append(
              NewLine.known(
                  device.name() + (left ? ": driver left as it is" : ": driver is changed"),
                  Facts.none().with(DriverFacts.LEFT, new Left(keys))));
        });
  }

  // --- events ------------------------------------------------------------------------------------

  private Decision events(Posted posted) throws IOException, FormatFault {
    return read(
        posted,
        Which.EVENTS,
        (text, roles) -> {
          Crashes crashes = Crashes.of(EventList.read(text, shop.times().zone(), roles));
          return Decision.of(
              writing -> {
                Line kept =
                    writing.append(
                        NewLine.known(
                            "Event list read: " + crashes.words(),
                            Facts.none().with(DriverFacts.CRASHES, crashes)));
                answer(writing, kept, desk.apply(writing).told());
              });
        });
  }
}
