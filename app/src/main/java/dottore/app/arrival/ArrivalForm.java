package dottore.app.arrival;

import dottore.app.record.Arrival;
import dottore.app.record.TicketFile;
import dottore.core.casebook.Check;
import dottore.core.casebook.Context;
import dottore.core.casebook.Mark;
import dottore.core.casebook.Stage;
import dottore.core.machine.MachineKind;
import dottore.core.ticket.Backup;
import dottore.core.ticket.Entry;
import dottore.core.ticket.Person;
import dottore.core.units.Calendar;
import dottore.core.units.Scale;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.util.MultiValueMap;

/**
 * The arrival form exactly as typed, so that nothing is lost when something is wrong with it.
 *
 * @param texts one value by field name
 * @param picks several values by field name
 */
record ArrivalForm(Map<String, String> texts, Map<String, List<String>> picks) {
  /** Which opening of the form it is; kept as it is typed, ended when it was taken in. */
  static final String SHEET = "sheet";

  /** Answers of checks as "check=outcome". */
  static final String SAID = "said";

  /** Dangers that the words sounded like and that were shown: unticked, somebody said no. */
  static final String ASKED = "asked";

  private static final String MARKS = "marks";

  private static final List<String> TEXTS =
      List.of(
          SHEET,
          "customer",
          "same",
          "phone",
          "email",
          "maker",
          "model",
          "serial",
          "kind",
          "complaint",
          "told",
          "belongings",
          "backup",
          "mayErase",
          "openAnyway",
          "limit",
          "warrantyUntil",
          "promised");
  private static final List<String> PICKS = List.of("contexts", MARKS, SAID, ASKED);

  /** What a customer agrees to, and only with somebody who speaks for the shop. */
  private static final List<String> AGREED = List.of("mayErase", "openAnyway", "limit");

  private static final Set<String> SET_FROM_THE_START = Set.of(SHEET, "kind", "backup");
  private static final int LONGEST = 2000;

  static ArrivalForm empty() {
    return new ArrivalForm(
        new LinkedHashMap<>(Map.of("kind", "tower", SHEET, UUID.randomUUID().toString())),
        new LinkedHashMap<>());
  }

  static ArrivalForm of(MultiValueMap<String, String> posted) {
    ArrivalForm form = new ArrivalForm(new LinkedHashMap<>(), new LinkedHashMap<>());
    for (String name : TEXTS) {
      String value = posted.getFirst(name);
      if (value != null) {
        form.texts.put(name, value.length() > LONGEST ? value.substring(0, LONGEST) : value);
      }
    }
    for (String name : PICKS) {
      form.picks.put(name, List.copyOf(posted.getOrDefault(name, List.of())));
    }
    form.picks.computeIfPresent(SAID, (name, answers) -> oneForEachCheck(answers));
    return form;
  }

  /** A check has one answer: the first that was picked. */
  private static List<String> oneForEachCheck(List<String> answers) {
    Map<String, String> byCheck = new LinkedHashMap<>();
    answers.forEach(answer -> byCheck.putIfAbsent(answer.split("=", 2)[0], answer));
    return List.copyOf(byCheck.values());
  }

  static ArrivalForm of(TicketFile file, ZoneId zone) {
    ArrivalForm form = empty();
    Map<String, String> t = form.texts;
    t.put("customer", file.customer().name());
    t.put("phone", file.customer().phone());
    t.put("email", file.customer().email());
    t.put("maker", file.machine().maker());
    t.put("model", file.machine().model());
    t.put("serial", file.machine().serial());
    t.put("kind", file.machine().kind().id());
    t.put("complaint", file.complaint());
    t.put("belongings", file.belongings());
    t.put("backup", file.backup().id());
    t.put("mayErase", file.mayErase() ? "yes" : "");
    t.put("openAnyway", file.mayOpen() ? "yes" : "");
    file.limit().ifPresent(limit -> t.put("limit", limit.toPlainString()));
    file.warrantyUntil().ifPresent(date -> t.put("warrantyUntil", date.toString()));
    file.promised()
        .ifPresent(
            at -> t.put("promised", LocalDateTime.ofInstant(at, zone).toString().substring(0, 16)));
    file.log().answers().stream()
        .filter(given -> given.answer().origin().told())
        .filter(given -> given.answer().step().equals(Check.HOW_FAR))
        .map(given -> (Entry.Reading) given.answer())
        .findFirst()
        .ifPresent(reading -> t.put("told", reading.outcome()));
    form.picks.put("contexts", file.contexts().stream().map(Context::id).toList());
    form.picks.put(MARKS, file.marks().stream().map(Mark::id).toList());
    return form;
  }

  public String get(String name) {
    return texts.getOrDefault(name, "").strip();
  }

  public boolean has(String name, String value) {
    return picks.getOrDefault(name, List.of()).contains(value);
  }

  /** Whether a danger that the words sound like is taken: until somebody says no. */
  boolean taken(Mark danger) {
    return has(MARKS, danger.id()) || !has(ASKED, danger.id());
  }

  /** The same with what its words sound like, as far as nobody said no. */
  ArrivalForm with(Set<Mark> heard) {
    Set<String> marks = new LinkedHashSet<>(picks.getOrDefault(MARKS, List.of()));
    heard.stream().filter(this::taken).map(Mark::id).forEach(marks::add);
    ArrivalForm with = new ArrivalForm(new LinkedHashMap<>(texts), new LinkedHashMap<>(picks));
    with.picks.put(MARKS, List.copyOf(marks));
    return with;
  }

  /** What became of the dangers that the words sound like, a line of the log each. */
  List<String> decided(Set<Mark> heard) {
    return heard.stream()
        .sorted()
        .map(
            danger ->
                "The complaint sounds like: "
                    + danger.words()
                    + (taken(danger) ? "; taken as said" : "; asked, and it is not so"))
        .toList();
  }

  boolean blank() {
    return texts.entrySet().stream()
            .filter(e -> !SET_FROM_THE_START.contains(e.getKey()))
            .allMatch(e -> e.getValue().isBlank())
        && picks.values().stream().allMatch(List::isEmpty);
  }

  /** What is wrong, by field, in words; empty if the form can be taken. */
  Map<String, String> faults(ZoneId zone) {
    Map<String, String> faults = new LinkedHashMap<>();
    if (get("customer").isEmpty()) {
      faults.put("customer", "Who brings it? A name is enough.");
    }
    if (get("complaint").isEmpty()) {
      faults.put("complaint", "What does it do? The customer's own words are best.");
    }
    Arrival.LONGEST.forEach(
        (name, longest) -> {
          if (get(name).length() > longest) {
            faults.put(name, "At most " + longest + " letters.");
          }
        });
    Optional<MachineKind> kind =
        parse("kind", MachineKind::of, "Choose what kind of machine it is.", faults);
    Optional<Stage> told = parse("told", Stage::of, "Choose one of the pictures.", faults);
    if (kind.isPresent() && told.isPresent() && !told.get().seenOn(kind.get())) {
      faults.put("told", "No such light on this kind of machine. Choose what is seen.");
    }
    parse("limit", ArrivalForm::money, "An amount such as 120 or 120.50.", faults);
    parse("warrantyUntil", ArrivalForm::day, "A date such as 2027-03-31.", faults);
    parse("promised", text -> moment(text, zone), "A day and time.", faults);
    return faults;
  }

  private <T> Optional<T> parse(
      String name, Function<String, T> reader, String fault, Map<String, String> faults) {
    String text = get(name);
    if (text.isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(reader.apply(text));
    } catch (IllegalArgumentException | DateTimeParseException wrong) {
      faults.put(name, fault);
      return Optional.empty();
    }
  }

  private static BigDecimal money(String text) {
    BigDecimal amount = new BigDecimal(text.replace(',', '.'));
    if (!Scale.bounded(amount)
        || amount.signum() < 0
        || amount.precision() - amount.scale() > 8
        || amount.scale() > 2) {
      throw new IllegalArgumentException(text);
    }
    return amount;
  }

  private static LocalDate day(String text) {
    return Calendar.bounded(LocalDate.parse(text));
  }

  private static Instant moment(String text, ZoneId zone) {
    return Calendar.bounded(LocalDateTime.parse(text).atZone(zone).toInstant());
  }

  /** Empty while nobody chose one that there is. */
  Optional<MachineKind> kind() {
    return parse("kind", MachineKind::of, "", new LinkedHashMap<>());
  }

  /** The arrival; only for a form without {@link #faults}. */
  Arrival arrival(LocalDate today, ZoneId zone) {
    Map<String, String> none = new LinkedHashMap<>();
    Optional<LocalDate> warranty = parse("warrantyUntil", ArrivalForm::day, "", none);
    boolean running = warranty.filter(until -> !until.isBefore(today)).isPresent();
    return new Arrival(
        new Person(get("customer"), get("phone"), get("email")),
        get("maker"),
        get("model"),
        get("serial"),
        kind().orElse(MachineKind.TOWER),
        get("complaint"),
        parse("told", Stage::of, "", none),
        contexts(),
        marks(),
        get("belongings"),
        Arrays.stream(Backup.values())
            .filter(backup -> backup.id().equals(get("backup")))
            .findFirst()
            .orElse(Backup.UNKNOWN),
        get("mayErase").equals("yes"),
        !running || get("openAnyway").equals("yes"),
        parse("limit", ArrivalForm::money, "", none),
        warranty,
        parse("promised", text -> moment(text, zone), "", none));
  }

  /** What was agreed otherwise than before, by name, with why an apprentice cannot. */
  Map<String, String> agreedOtherwise(ArrivalForm before) {
    Map<String, String> faults = new LinkedHashMap<>();
    for (String name : AGREED) {
      if (!get(name).equals(before.get(name))) {
        faults.put(
            name, "The counter, a technician or the owner agrees on this with the customer.");
      }
    }
    return faults;
  }

  /** The customer who was here before, if somebody said that it is the same person. */
  Optional<Long> same() {
    return get("same").matches("\\d{1,18}")
        ? Optional.of(Long.parseLong(get("same")))
        : Optional.empty();
  }

  private Set<Context> contexts() {
    Set<String> known =
        EnumSet.allOf(Context.class).stream()
            .filter(context -> !context.kind())
            .map(Context::id)
            .collect(Collectors.toSet());
    return picks.getOrDefault("contexts", List.of()).stream()
        .filter(known::contains)
        .map(Context::of)
        .collect(Collectors.toCollection(() -> EnumSet.noneOf(Context.class)));
  }

  private Set<Mark> marks() {
    List<String> picked = new ArrayList<>(picks.getOrDefault(MARKS, List.of()));
    return EnumSet.allOf(Mark.class).stream()
        .filter(mark -> picked.contains(mark.id()))
        .collect(Collectors.toCollection(() -> EnumSet.noneOf(Mark.class)));
  }
}
