package dottore.app.desk;

import dottore.app.desk.Desk.Page;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.core.casebook.Reliance;
import dottore.core.diagnosis.Assessment;
import dottore.core.facts.Fact;
import dottore.core.ticket.SheetKind;
import dottore.core.ticket.SheetWork;
import dottore.core.ticket.Start;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** All desks that there are, and which of them a ticket needs. */
@Component
public class Desks {
  /**
   * A page with its desk.
   *
   * @param place and the rest: see {@link Page}
   */
  record Standing(Desk desk, Page page) {}

  private final Record record;
  private final List<Desk> desks;
  private final Map<String, Standing> byAddress = new LinkedHashMap<>();
  private final Map<String, String> places = new LinkedHashMap<>();
  private final Map<String, SheetKind> kinds = new LinkedHashMap<>();

  Desks(Record record, List<Desk> desks) {
    this.record = record;
    this.desks = List.copyOf(desks);
    for (Desk desk : desks) {
      for (Page page : desk.pages()) {
        if (byAddress.put(page.address(), new Standing(desk, page)) != null) {
          throw new IllegalStateException("two desks have the page " + page.address());
        }
        places.putIfAbsent(page.place(), page.placeName());
      }
      desk.kinds().forEach(kind -> kinds.put(kind.id(), kind));
    }
  }

  /** Places under Fix by their address, in the order of the screen, with their names. */
  public Map<String, String> places() {
    return Collections.unmodifiableMap(places);
  }

  /** The name of the place under Fix where a run sheet is at home. */
  public String placeName(SheetWork work) {
    return Objects.requireNonNull(places.get(place(work)));
  }

  public List<Desk> all() {
    return desks;
  }

  Optional<Standing> at(String address) {
    return Optional.ofNullable(byAddress.get(address));
  }

  /** The desks whose pages stand in a place. */
  List<Desk> in(String place) {
    return in(place, true).map(Standing::desk).distinct().toList();
  }

  private Stream<Standing> in(String place, boolean all) {
    return byAddress.values().stream().filter(s -> all && s.page().place().equals(place));
  }

  /** The pages of a place. */
  List<Standing> pages(String place) {
    return in(place, true).toList();
  }

  /** Whether there is a page of this address. */
  public boolean has(String address) {
    return byAddress.containsKey(address) || places.containsKey(address);
  }

  /** A kind of run sheet; empty for one of another version. */
  public Optional<SheetKind> kind(SheetWork work) {
    return Optional.ofNullable(kinds.get(work.kind()));
  }

  Optional<SheetKind> kind(String id) {
    return Optional.ofNullable(kinds.get(id));
  }

  /** The place under Fix where a run sheet is at home. */
  public String place(SheetWork work) {
    return kind(work)
        .map(kind -> kind.page().split("/", 2)[0])
        .orElse(places.keySet().iterator().next());
  }

  /** The page of a place, or of all places, that a ticket needs most. */
  Standing first(TicketFile file, Optional<String> place) {
    for (SheetWork open : file.openSheets()) {
      Optional<Standing> home = kind(open).map(SheetKind::page).flatMap(this::at);
      if (home.filter(s -> place.isEmpty() || s.page().place().equals(place.get())).isPresent()) {
        return home.get();
      }
    }
    Assessment assessment = record.assess(file);
    return byAddress.values().stream()
        .filter(s -> place.isEmpty() || s.page().place().equals(place.get()))
        .max(Comparator.comparingDouble(s -> s.desk().need(s.page(), file, assessment)))
        .orElseThrow(() -> new IllegalStateException("there is no desk"));
  }

  /**
   * Whether a run sheet of a kind may begin, as its desk says inside the ticket's lock.
   *
   * @param asked what was chosen, by name
   */
  public Start start(SheetKind kind, Map<String, String> asked, Writing writing) {
    return desks.stream()
        .filter(desk -> desk.kinds().stream().anyMatch(kind::equals))
        .findFirst()
        .map(desk -> desk.start(kind, asked, writing))
        .orElseGet(() -> Start.notYet("No desk begins such work."));
  }

  /** The fact of a name, whichever desk it belongs to. */
  public Optional<Fact<?>> fact(String name) {
    return desks.stream().flatMap(desk -> desk.fact(name).stream()).findFirst();
  }

  /** What code of all desks relies on in the casebook. */
  public List<Reliance> reliesOn() {
    return desks.stream().flatMap(desk -> desk.reliesOn().stream()).toList();
  }
}
