package dottore.app.secret;

import dottore.app.desk.Act;
import dottore.app.desk.Act.Decision;
import dottore.app.desk.Desk;
import dottore.app.desk.Posted;
import dottore.app.knowledge.Systems;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.record.Writing.NotTaken;
import dottore.app.said.Refused;
import dottore.app.secret.SecretBook.Kind;
import dottore.app.shop.Shop;
import dottore.core.diagnosis.Assessment;
import dottore.core.facts.Fact;
import dottore.core.facts.FactForm;
import dottore.core.facts.Facts;
import dottore.core.system.ActivationService;
import dottore.core.system.KeyHelp;
import dottore.core.system.KeyMatch;
import dottore.core.system.KeyPlaces;
import dottore.core.system.KeyShape;
import dottore.core.system.SystemDesk;
import dottore.core.system.SystemFacts;
import dottore.core.system.SystemProfile;
import dottore.core.ticket.Job;
import dottore.core.ticket.NewLine;
import java.io.IOException;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fix, System, Keys. */
@Component
@Order(7)
class KeysPage implements Desk {
  private static final Page PAGE = new Page("system", "System", "keys", "Keys");
  private static final int LONGEST = 200;
  private static final String SHOWN = "revealed-";

  /** A secret as it is listed; never what it says, unless somebody asked for it just now. */
  record Row(
      long id,
      String kind,
      boolean key,
      String label,
      String when,
      boolean leaves,
      boolean gone,
      String text) {}

  private final SecretBook book;
  private final Systems systems;
  private final Shop shop;
  private final ActivationService service;

  KeysPage(SecretBook book, Systems systems, Shop shop, ActivationService service) {
    this.book = book;
    this.systems = systems;
    this.shop = shop;
    this.service = service;
  }

  @Override
  public List<Page> pages() {
    return List.of(PAGE);
  }

  @Override
  public String mark(Page page, TicketFile file) {
    long kept = book.of(file).stream().filter(k -> !k.gone()).count();
    return kept == 0 ? "" : String.valueOf(kept);
  }

  @Override
  public double need(Page page, TicketFile file, Assessment assessment) {
    return 0;
  }

  @Override
  public Facts known(Job job) {
    return Facts.none();
  }

  @Override
  public String name() {
    return "Keys";
  }

  @Override
  public Optional<FactForm> form(String id) {
    return Optional.empty();
  }

  @Override
  public Optional<Fact<?>> fact(String name) {
    return Optional.empty();
  }

  @Override
  public Stream<Fact<?>> facts() {
    return Stream.of();
  }

  @Override
  public List<Act> acts() {
    return List.of(
        Act.of("keys", PAGE.id(), this::keep),
        Act.of("keys/{number}/reveal", PAGE.id(), this::reveal),
        Act.of("keys/{number}/destroy", PAGE.id(), this::destroy),
        Act.of("keys/{number}/activate", PAGE.id(), this::activate));
  }

  private Optional<KeyShape> shape(Job job) {
    return SystemDesk.of(job, systems.now()).wanted().flatMap(SystemProfile::key);
  }

  /** A key that cannot be one comes back with the places to look at again, and is not kept. */
  private Decision keep(Posted posted) {
    Kind kind = posted.chosen("kind", id -> Kind.valueOf(id.toUpperCase(java.util.Locale.ROOT)));
    String text = posted.text("secret", LONGEST);
    String second = posted.text("second", LONGEST);
    String label = posted.text("label", 80);
    boolean leaves = !posted.yes("stays");
    return writing -> {
      if (text.isEmpty()) {
        throw new Refused("Type it first. Nothing was kept.");
      }
      List<String> words =
          kind == Kind.KEY && !posted.yes("as-it-is")
              ? shape(writing.job()).map(s -> wrong(s, text, second)).orElse(List.of())
              : List.of();
      if (!words.isEmpty()) {
        return new NotTaken(
            words, Map.of("secret", text, "second", second, "label", label, "kind", kind.id()));
      }
      String kept =
          kind == Kind.KEY
              ? shape(writing.job()).map(s -> s.grouped(KeyHelp.of(s, text).bare())).orElse(text)
              : text;
      book.keep(writing.file(), kind, label, kept, leaves, writing.who());
      writing.append(NewLine.note("Sealed: " + said(kind, label)));
      return NotTaken.NOTHING;
    };
  }

  private static String said(Kind kind, String label) {
    return kind.words() + (label.isEmpty() ? "" : ", " + label);
  }

  private static List<String> wrong(KeyShape shape, String text, String second) {
    KeyHelp help = KeyHelp.of(shape, text);
    List<String> words = new ArrayList<>();
    if (help.bare().length() != shape.size()) {
      words.add(
          "Not kept: it has "
              + help.bare().length()
              + " characters, a key of this system has "
              + shape.size()
              + ".");
    }
    help.never().forEach(doubt -> words.add("Not kept: " + doubt.words() + "."));
    if (!second.isEmpty() && words.isEmpty()) {
      List<Integer> places = KeyHelp.differ(shape, text, second);
      if (!places.isEmpty()) {
        words.add(
            "The two readings differ at place "
                + places.stream().map(String::valueOf).collect(Collectors.joining(", "))
                + ": look there again. Not kept yet.");
        KeyHelp.between(shape, text, second)
            .forEach(key -> words.add("Perhaps " + shape.grouped(key)));
      }
    }
    return words;
  }

  private Decision reveal(Posted posted) {
    int id = posted.number("number", Integer.MAX_VALUE);
    mayDecide(posted);
    return writing -> {
      String text = book.open(writing.file(), id);
      writing.append(NewLine.note("Shown: " + book.label(writing.file(), id)));
      return new NotTaken(
          List.of("Shown once, and the log tells who looked."), Map.of(SHOWN + id, text));
    };
  }

  private static void mayDecide(Posted posted) {
    if (!posted.decides()) {
      throw new Refused("A technician or the owner shows and destroys keys. Ask one of them.");
    }
  }

  private Decision destroy(Posted posted) {
    int id = posted.number("number", Integer.MAX_VALUE);
    mayDecide(posted);
    return Decision.of(
        (Writing writing) -> {
          writing.append(NewLine.note("Destroyed: " + book.label(writing.file(), id)));
          book.destroy(writing.file(), id);
        });
  }

  /** The maker's service is asked; what it says stands on the ticket, never the key. */
  private Decision activate(Posted posted) {
    int id = posted.number("number", Integer.MAX_VALUE);
    mayDecide(posted);
    return Decision.of(
        (Writing writing) -> {
          SystemProfile profile =
              SystemDesk.of(writing.job(), systems.now())
                  .wanted()
                  .orElseThrow(() -> new Refused("Say under Road which system it is for."));
          Facts known = writing.log().facts();
          ActivationService.Answer answer =
              asked(
                  profile.id(),
                  known.get(SystemFacts.EDITION),
                  book.open(writing.file(), id).replace("-", ""));
          writing.append(
              NewLine.known(
                  "Activation of "
                      + book.label(writing.file(), id)
                      + ": "
                      + answer.state().words()
                      + ", "
                      + answer.words(),
                  Facts.none()
                      .with(SystemFacts.ACTIVATION, answer.state())
                      .with(
                          SystemFacts.ACTIVATE_BY,
                          answer.days().isPresent()
                              ? shop.today().plusDays(answer.days().getAsInt()).toString()
                              : "")));
        });
  }

  private ActivationService.Answer asked(String system, String edition, String key) {
    try {
      return service.ask(system, edition, key);
    } catch (IOException away) {
      throw new Refused("The maker's service does not answer. The key is sealed still; ask later.");
    }
  }

  /** What the service said, with the days that are left by now. */
  private String activation(Facts known) {
    return known
        .find(SystemFacts.ACTIVATION)
        .map(
            state ->
                Optional.of(known.get(SystemFacts.ACTIVATE_BY))
                    .filter(day -> day.matches("\\d{4}-\\d{2}-\\d{2}"))
                    .map(day -> ChronoUnit.DAYS.between(shop.today(), LocalDate.parse(day)))
                    .map(left -> left < 0 ? "overdue by " + -left + " days" : left + " days left")
                    .orElse(state.words()))
        .orElse("");
  }

  @Override
  public String fill(Page page, TicketFile file, Map<String, String> facts, Model model) {
    model.addAttribute(
        "kept",
        book.of(file).stream()
            .map(
                k ->
                    new Row(
                        k.id(),
                        k.kind().words(),
                        k.kind() == Kind.KEY,
                        k.label(),
                        k.who() + ", " + shop.times().brief(k.at()),
                        k.leaves(),
                        k.gone(),
                        facts.getOrDefault(SHOWN + k.id(), "")))
            .toList());
    model.addAttribute("kinds", Kind.values());
    Optional<SystemProfile> wanted = SystemDesk.of(file.job(), systems.now()).wanted();
    model.addAttribute("system", wanted.map(SystemProfile::name).orElse(""));
    model.addAttribute("shape", wanted.flatMap(SystemProfile::key).orElse(null));
    Facts known = file.log().facts();
    model.addAttribute("activation", activation(known));
    model.addAttribute(
        "keyPlaces",
        wanted
            .flatMap(SystemProfile::key)
            .map(shape -> KeyPlaces.of(shape, known.find(SystemFacts.ORIGIN)))
            .orElse(List.of()));
    model.addAttribute("match", KeyMatch.of(known));
    model.addAttribute("editions", wanted.map(SystemProfile::editions).orElse(List.of()));
    model.addAttribute("languages", wanted.map(SystemProfile::languages).orElse(List.of()));
    model.addAttribute("bits", SystemFacts.KEY_BITS.choices());
    model.addAttribute(
        "keyFor",
        SystemFacts.KEY_MATCH.facts().stream()
            .collect(
                Collectors.toMap(
                    fact -> fact.name(),
                    fact -> facts.getOrDefault(fact.name(), known.text(fact)))));
    return "secret/keys";
  }
}
