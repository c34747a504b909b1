package dottore.app.seek;

import dottore.app.knowledge.Knowledge;
import dottore.app.record.Counter;
import dottore.app.record.TicketFile;
import dottore.app.record.TicketSearch;
import dottore.app.shelf.ShelfBook;
import dottore.core.casebook.Casebook;
import dottore.core.casebook.Check;
import dottore.core.ticket.ClaimNumber;
import dottore.core.ticket.Person;
import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.util.UriComponentsBuilder;

/** One box over any page; without script it is a page of its own. */
@Controller
class SeekController {
  private static final int TICKETS = 5;
  private static final int PEOPLE = 3;
  private static final int MACHINES = 3;
  private static final int CAUSES = 3;
  private static final int STEPS = 4;
  private static final int LONGEST = 120;

  /** Something found. */
  record Hit(String address, String name, String note) {}

  record Group(String name, List<Hit> hits) {}

  /** A place or an action, with other words that one might type for it. */
  private record Door(String address, String name, String note, String words, boolean ownersOnly) {
    Hit hit() {
      return new Hit(address, name, note);
    }

    boolean fits(List<String> typed) {
      String all = (name + " " + words).toLowerCase(Locale.ROOT);
      return typed.stream().allMatch(all::contains);
    }
  }

  private static final List<Door> DOORS =
      List.of(
          new Door(
              "/arrival", "New arrival", "take a machine in", "receive ticket customer", false),
          new Door("/today", "Today", "what comes next, promises", "work bench clocks", false),
          new Door("/tickets", "Tickets", "all of them", "search list", false),
          new Door("/tickets/import", "Import a bundle", "a ticket of another shop", "read", false),
          new Door(
              "/shelf", "Shelf", "sticks, images, parts", "stick image spare stock iso", false),
          new Door("/casebook", "Causes", "the casebook", "casebook faults", false),
          new Door("/casebook/checks", "Checks", "the casebook", "casebook tests", false),
          new Door("/casebook/repairs", "Repairs", "the casebook", "casebook cures", false),
          new Door(
              "/practice", "Practice", "a machine with a hidden fault", "learn train case", false),
          new Door("/numbers", "Numbers", "what was learned, times", "odds statistics", false),
          new Door(
              "/casebook/own", "The shop's own entries", "the casebook", "edit write entry", true),
          new Door("/settings", "People", "settings", "accounts settings roles", true),
          new Door(
              "/settings/shop", "Shop", "settings", "settings hours prices shelf holidays", true),
          new Door("/settings/systems", "Systems", "settings", "settings profiles installs", true),
          new Door("/settings/keys", "Keys", "settings", "settings seal secrets", true),
          new Door("/settings/schools", "Schools", "settings", "settings disagree", true));

  private final TicketSearch tickets;
  private final Counter counter;
  private final ShelfBook shelf;
  private final Knowledge knowledge;

  SeekController(TicketSearch tickets, Counter counter, ShelfBook shelf, Knowledge knowledge) {
    this.tickets = tickets;
    this.counter = counter;
    this.shelf = shelf;
    this.knowledge = knowledge;
  }

  @GetMapping("/find")
  String seek(
      @RequestParam(defaultValue = "") String anything, Model model, HttpServletRequest request) {
    String typed = anything.length() > LONGEST ? anything.substring(0, LONGEST) : anything;
    List<Group> groups = new ArrayList<>();
    if (!typed.isBlank()) {
      groups.add(new Group("Tickets", tickets(typed)));
      groups.add(
          new Group(
              "Customers",
              counter.customersLike(typed).stream().limit(PEOPLE).map(this::hit).toList()));
      groups.add(
          new Group(
              "Machines",
              counter.machinesLike(typed).stream().limit(MACHINES).map(this::hit).toList()));
      groups.add(
          new Group(
              "On the shelf",
              shelf.called(typed).stream()
                  .map(f -> new Hit(f.address(), f.name(), f.note()))
                  .toList()));
      groups.add(new Group("Casebook", casebook(typed)));
    }
    groups.add(new Group("Places and actions", doors(typed, request.isUserInRole("OWNER"))));
    model.addAttribute("anything", typed);
    model.addAttribute("groups", groups.stream().filter(g -> !g.hits().isEmpty()).toList());
    return "seek/seek";
  }

  private List<Hit> tickets(String typed) {
    return tickets.first(typed, TICKETS).stream()
        .map(
            file ->
                new Hit(
                    "/tickets/" + file.claim(),
                    file.claim() + " " + file.machine().title(),
                    file.customer().name() + " · " + file.complaint()))
        .toList();
  }

  private Hit hit(Person person) {
    return new Hit(
        withWords(person.name()),
        person.name(),
        Stream.of(person.phone(), person.email()).filter(s -> !s.isBlank()).findFirst().orElse(""));
  }

  private Hit hit(TicketFile.Thing machine) {
    return new Hit(withWords(machine.serial()), machine.title(), machine.serial());
  }

  private static String withWords(String words) {
    return UriComponentsBuilder.fromPath("/tickets")
        .queryParam("q", "{words}")
        .build(words)
        .toString();
  }

  private List<Hit> casebook(String typed) {
    Casebook casebook = knowledge.casebook();
    Stream<Hit> causes =
        casebook.causesLike(typed).stream()
            .limit(CAUSES)
            .map(c -> new Hit("/casebook/causes/" + c.id(), c.name(), "cause: " + c.sign()));
    Stream<Hit> steps =
        casebook.find(typed, STEPS).stream()
            .map(
                s ->
                    s instanceof Check
                        ? new Hit("/casebook/checks/" + s.id(), s.name(), "check: " + s.how())
                        : new Hit("/casebook/repairs/" + s.id(), s.name(), "repair: " + s.how()));
    return ClaimNumber.read(typed).isPresent() ? List.of() : Stream.concat(causes, steps).toList();
  }

  private static List<Hit> doors(String typed, boolean owner) {
    List<String> words =
        Arrays.stream(typed.toLowerCase(Locale.ROOT).split("\\s+"))
            .filter(w -> !w.isEmpty())
            .toList();
    return DOORS.stream()
        .filter(door -> owner || !door.ownersOnly())
        .filter(door -> door.fits(words))
        .map(Door::hit)
        .toList();
  }
}
