package dottore.core.format;

import java.io.StringReader;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Reads what a system wrote down while it ran: a table with a header (time, level, source, number,
 * text in any order), XML with one element an event, or lines that begin with a moment.
 */
public final class EventList {
  /** How much it says something matters. */
  public enum Level {
    CRITICAL,
    ERROR,
    WARNING,
    OTHER
  }

  /**
   * An event.
   *
   * @param source who wrote it
   * @param number by which its source counts its kinds
   */
  public record Happened(
      Instant at, Level level, String source, OptionalLong number, String text) {}

  /** What a column can be, with the names that are known for it. */
  public static final Map<String, Set<String>> ROLES = roles();

  /** More events than are read of one machine. */
  public static final int MOST = TextTable.MOST;

  private static final int LONGEST = 400;
  private static final int DEEPEST = 40;
  private static final Pattern LINE =
      Pattern.compile(
          "^(?<when>\\d\\S*(?: \\d\\S*)?)\\s+(?:(?<level>[A-Za-z]+)\\s+)?"
              + "(?<source>[\\w.-]+)(?:\\[?(?<number>\\d{1,9})\\]?)?:\\s*(?<text>.*)$");

  private EventList() {}

  private static Map<String, Set<String>> roles() {
    Map<String, Set<String>> roles = new LinkedHashMap<>();
    roles.put(
        "time",
        Set.of(
            "time",
            "date",
            "when",
            "date and time",
            "time created",
            "timestamp",
            "tid",
            "dato",
            "dato og klokkeslæt",
            "zeit",
            "datum und uhrzeit"));
    roles.put("level", Set.of("level", "severity", "niveau", "ebene", "stufe"));
    roles.put("source", Set.of("source", "provider", "provider name", "kilde", "quelle", "module"));
    roles.put(
        "number",
        Set.of("number", "id", "event id", "code", "nummer", "hændelses id", "ereignis id"));
    roles.put(
        "text",
        Set.of(
            "text",
            "message",
            "description",
            "data",
            "besked",
            "beskrivelse",
            "meldung",
            "beschreibung"));
    return roles;
  }

  /**
   * Reads a file.
   *
   * @param zone where the machine's clock stood, unless a line says it itself
   * @param remembered roles that the shop gave to names of columns
   * @return in the order of time
   * @throws UnknownColumns if its header row names no time
   * @throws FormatFault if it is no such list; with the line
   */
  public static List<Happened> read(byte[] bytes, ZoneId zone, Map<String, String> remembered)
      throws FormatFault {
    return read(PlainBytes.text(bytes), zone, remembered);
  }

  /** The same of what was pasted. */
  public static List<Happened> read(String text, ZoneId zone, Map<String, String> remembered)
      throws FormatFault {
    if (text.indexOf('\u0000') >= 0) {
      throw new FormatFault(
          "this is no text: it holds a zero at character " + text.indexOf('\u0000'));
    }
    String start = text.stripLeading();
    List<Happened> events =
        start.startsWith("<")
            ? elements(start, zone)
            : lines(start) ? printed(text, zone) : table(text, zone, remembered);
    if (events.isEmpty()) {
      throw new FormatFault("there is no event in it");
    }
    return events.stream().sorted(java.util.Comparator.comparing(Happened::at)).toList();
  }

  // --- a table -----------------------------------------------------------------------------------

  private static List<Happened> table(String text, ZoneId zone, Map<String, String> remembered)
      throws FormatFault {
    TextTable table = TextTable.read(text);
    Map<String, Integer> at = table.columns(ROLES, remembered).orElse(Map.of());
    if (table.rows().isEmpty()) {
      return List.of();
    }
    if (!at.containsKey("time")) {
      throw new UnknownColumns("the time", table.rows().get(0).cells());
    }
    List<Happened> events = new ArrayList<>();
    for (TextTable.Row row : table.rows().subList(1, table.rows().size())) {
      String when = row.at(at.get("time"));
      Instant moment =
          DateText.moment(when, zone)
              .orElseThrow(
                  () ->
                      new FormatFault(
                          "line " + row.line() + ": " + brief(when) + " is no date with a time"));
      events.add(
          event(
              moment,
              cell(row, at, "level"),
              cell(row, at, "source"),
              cell(row, at, "number"),
              cell(row, at, "text")));
    }
    return events;
  }

  private static String cell(TextTable.Row row, Map<String, Integer> at, String role) {
    return at.containsKey(role) ? row.at(at.get(role)) : "";
  }

  private static Happened event(
      Instant at, String level, String source, String number, String text) {
    String digits = number.strip();
    return new Happened(
        at,
        level(level),
        brief(source),
        digits.matches("\\d{1,15}")
            ? OptionalLong.of(Long.parseLong(digits))
            : OptionalLong.empty(),
        brief(text));
  }

  private static Level level(String said) {
    String word = said.strip().toLowerCase(Locale.ROOT);
    return switch (word) {
      case "1", "critical", "kritisk", "kritisch", "fatal" -> Level.CRITICAL;
      case "2", "error", "fejl", "fehler" -> Level.ERROR;
      case "3", "warning", "warn", "advarsel", "warnung" -> Level.WARNING;
      default -> Level.OTHER;
    };
  }

  private static String brief(String text) {
    String line = text.replaceAll("\\s+", " ").strip();
    return line.length() > LONGEST ? line.substring(0, LONGEST) : line;
  }

  // --- lines -------------------------------------------------------------------------------------

  private static boolean lines(String text) {
    return text.lines()
        .filter(line -> !line.isBlank())
        .findFirst()
        .filter(line -> DateText.moment(line, ZoneOffset.UTC).isPresent())
        .filter(line -> LINE.matcher(line).matches())
        .isPresent();
  }

  private static List<Happened> printed(String text, ZoneId zone) throws FormatFault {
    List<Happened> events = new ArrayList<>();
    int number = 0;
    for (String line : (Iterable<String>) text.lines()::iterator) {
      number++;
      if (line.isBlank()) {
        continue;
      }
      Optional<Instant> at = DateText.moment(line, zone);
      Matcher found = LINE.matcher(line);
      if (at.isEmpty() || !found.matches()) {
        throw new FormatFault(
            "line " + number + " does not begin with a date and a time: " + brief(line));
      }
      if (events.size() == MOST) {
        throw new FormatFault("line " + number + ": more than " + MOST + " events");
      }
      events.add(
          event(
              at.get(),
              found.group("level") == null ? "" : found.group("level"),
              found.group("source"),
              found.group("number") == null ? "" : found.group("number"),
              found.group("text")));
    }
    return events;
  }

  // --- elements ----------------------------------------------------------------------------------

  private static XMLInputFactory reader() {
    XMLInputFactory factory = XMLInputFactory.newDefaultFactory();
    factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    factory.setProperty(XMLInputFactory.IS_COALESCING, true);
    return factory;
  }

  private static List<Happened> elements(String text, ZoneId zone) throws FormatFault {
    List<Happened> events = new ArrayList<>();
    int line = 1;
    try {
      XMLStreamReader xml = reader().createXMLStreamReader(new StringReader(text));
      int depth = 0;
      while (xml.hasNext()) {
        int what = xml.next();
        line = xml.getLocation().getLineNumber();
        if (what == XMLStreamConstants.START_ELEMENT) {
          depth++;
          if (xml.getLocalName().equalsIgnoreCase("event")) {
            if (events.size() == MOST) {
              throw new FormatFault("line " + line + ": more than " + MOST + " events");
            }
            events.add(element(xml, zone));
            depth--;
          }
        } else if (what == XMLStreamConstants.END_ELEMENT) {
          depth--;
        }
        if (depth > DEEPEST) {
          throw new FormatFault("line " + line + ": elements within elements without end");
        }
      }
      return events;
    } catch (XMLStreamException broken) {
      int at = broken.getLocation() == null ? line : broken.getLocation().getLineNumber();
      throw new FormatFault("line " + at + ": this is no XML that can be read");
    } catch (RuntimeException broken) {
      throw new FormatFault("line " + line + ": this is no XML that can be read");
    }
  }

  /** One event, to its end. */
  private static Happened element(XMLStreamReader xml, ZoneId zone)
      throws XMLStreamException, FormatFault {
    int line = xml.getLocation().getLineNumber();
    Map<String, String> parts = new LinkedHashMap<>();
    List<String> path = new ArrayList<>();
    attributes(xml, "event", parts);
    while (xml.hasNext()) {
      int what = xml.next();
      if (what == XMLStreamConstants.START_ELEMENT) {
        path.add(xml.getLocalName().toLowerCase(Locale.ROOT));
        if (path.size() > DEEPEST) {
          throw new FormatFault("line " + line + ": elements within elements without end");
        }
        attributes(xml, path.get(path.size() - 1), parts);
      } else if (what == XMLStreamConstants.END_ELEMENT) {
        if (path.isEmpty()) {
          break;
        }
        path.remove(path.size() - 1);
      } else if (what == XMLStreamConstants.CHARACTERS && !path.isEmpty()) {
        add(parts, role(path.get(path.size() - 1)), xml.getText());
      }
    }
    String when = parts.getOrDefault("time", "");
    Instant at =
        DateText.moment(when, zone)
            .orElseThrow(
                () ->
                    new FormatFault("line " + line + ": the event there has no date with a time"));
    return event(
        at,
        parts.getOrDefault("level", ""),
        parts.getOrDefault("source", ""),
        parts.getOrDefault("number", ""),
        parts.getOrDefault("text", ""));
  }

  private static void attributes(XMLStreamReader xml, String element, Map<String, String> parts) {
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      String name = xml.getAttributeLocalName(i).toLowerCase(Locale.ROOT);
      String own = role(element);
      if (own.equals("source") && !name.equals("name") || own.equals("text")) {
        continue;
      }
      add(parts, own.isEmpty() ? role(name) : own, xml.getAttributeValue(i));
    }
  }

  private static String role(String name) {
    if (name.contains("time")) {
      return "time";
    }
    if (name.contains("level") || name.equals("severity")) {
      return "level";
    }
    if (name.contains("provider") || name.equals("source")) {
      return "source";
    }
    if (name.equals("eventid") || name.equals("number") || name.equals("id")) {
      return "number";
    }
    return name.contains("data") || name.contains("message") || name.equals("text") ? "text" : "";
  }

  /** The first counts, but for texts, which are joined. */
  private static void add(Map<String, String> parts, String role, String value) {
    if (role.isEmpty() || value.isBlank()) {
      return;
    }
    if (!role.equals("text")) {
      parts.putIfAbsent(role, value.strip());
      return;
    }
    String before = parts.getOrDefault(role, "");
    if (before.length() < LONGEST) {
      parts.put(role, (before + " " + value.strip()).strip());
    }
  }
}
