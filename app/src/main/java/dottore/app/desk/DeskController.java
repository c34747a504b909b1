package dottore.app.desk;

import dottore.app.desk.Desks.Standing;
import dottore.app.frame.Uploads;
import dottore.app.record.PhotoBook;
import dottore.app.record.Record;
import dottore.app.record.TicketFile;
import dottore.app.record.Writing;
import dottore.app.record.Writing.NotTaken;
import dottore.app.said.NotThere;
import dottore.app.said.Refused;
import dottore.core.diagnosis.Event;
import dottore.core.facts.FactForm;
import dottore.core.format.FormatFault;
import dottore.core.ticket.SheetKind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.server.PathContainer;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.multipart.MultipartHttpServletRequest;
import org.springframework.web.multipart.support.MissingServletRequestPartException;

/** Fix: the pages of every desk, and everything that is posted there. */
@Controller
@RequestMapping("/tickets/{claim}/fix")
class DeskController {
  private final Record record;
  private final PhotoBook photos;
  private final Desks desks;
  private final DeskPage page;

  DeskController(Record record, PhotoBook photos, Desks desks, DeskPage page) {
    this.record = record;
    this.photos = photos;
    this.desks = desks;
    this.page = page;
  }

  // --- pages -------------------------------------------------------------------------------------

  /** The place that this ticket needs next. */
  @GetMapping
  String fix(@PathVariable String claim) {
    Standing first = desks.first(record.open(claim), Optional.empty());
    return "redirect:" + base(claim) + first.page().place();
  }

  private static String base(String claim) {
    return "/tickets/" + claim + "/fix/";
  }

  /** The page of this place that the ticket needs first. */
  @GetMapping("/{place}")
  String place(@PathVariable String claim, @PathVariable String place, Model model) {
    known(place);
    TicketFile file = record.open(claim);
    return page.show(desks.first(file, Optional.of(place)), file, NotTaken.NOTHING, model);
  }

  @GetMapping("/{place}/{id}")
  String page(
      @PathVariable String claim,
      @PathVariable String place,
      @PathVariable String id,
      Model model) {
    Standing wanted =
        desks
            .at(place + "/" + id)
            .orElseThrow(() -> new NotThere("There is no such page under Fix."));
    return page.show(wanted, record.open(claim), NotTaken.NOTHING, model);
  }

  /** A picture is never changed: the browser of who saw it keeps it for an hour, and no other. */
  private static final CacheControl KEPT = CacheControl.maxAge(Duration.ofHours(1)).cachePrivate();

  @GetMapping("/{place}/photo/{id}")
  void photo(@PathVariable String claim, @PathVariable long id, HttpServletResponse response)
      throws IOException {
    PhotoBook.Large large = photos.large(claim, id);
    headers(large.type(), large.size(), response);
    large.pieces().to(response.getOutputStream());
  }

  /** The small one; the original where there is none. */
  @GetMapping("/{place}/photo/{id}/small")
  void small(@PathVariable String claim, @PathVariable long id, HttpServletResponse response)
      throws IOException {
    Optional<PhotoBook.Shown> small = photos.small(claim, id);
    if (small.isEmpty()) {
      photo(claim, id, response);
      return;
    }
    byte[] bytes = small.get().bytes();
    headers(small.get().type(), bytes.length, response);
    response.getOutputStream().write(bytes);
  }

  private static void headers(String type, long size, HttpServletResponse response) {
    response.setContentType(type);
    response.setContentLengthLong(size);
    response.setHeader(HttpHeaders.CACHE_CONTROL, KEPT.getHeaderValue());
    response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "inline");
  }

  private void known(String place) {
    if (!desks.places().containsKey(place)) {
      throw new NotThere("There is no such desk under Fix.");
    }
  }

  // --- what is posted
  // ------------------------------------------------------------------------------

  /** Facts of a form. */
  @PostMapping("/{place}/facts/{form}")
  String facts(
      @PathVariable String claim,
      @PathVariable String place,
      @PathVariable String form,
      @RequestParam Map<String, String> posted,
      @RequestParam int seen,
      @RequestParam(name = "page", defaultValue = "") String id,
      HttpServletRequest request,
      Principal who,
      Model model) {
    known(place);
    for (Desk desk : desks.in(place)) {
      Optional<FactForm> wanted = desk.form(form);
      if (wanted.isPresent()) {
        return done(
            claim,
            place,
            id,
            model,
            () ->
                record.write(
                    claim,
                    who.getName(),
                    w -> w.facts(desk.name(), wanted.get(), posted, desk::known, seen)));
      }
    }
    return act(claim, place, "/facts/" + form, posted, request, who, model);
  }

  private interface Work {
    NotTaken run() throws IOException, FormatFault, MissingServletRequestPartException;
  }

  /** Back to the page; with what was not taken of it, and why. */
  private String done(String claim, String place, String id, Model model, Work work) {
    NotTaken not;
    try {
      not = work.run();
    } catch (Refused refused) {
      not = said(refused.why());
    } catch (Uploads.Unfit unfit) {
      not = said(String.valueOf(unfit.getMessage()));
    } catch (FormatFault fault) {
      not = said("This was not taken: " + fault.getMessage() + ". Nothing was changed.");
    } catch (IOException broken) {
      throw new java.io.UncheckedIOException(broken);
    } catch (MissingServletRequestPartException missing) {
      throw new org.springframework.web.multipart.MultipartException("no file came", missing);
    }
    String address = id.isEmpty() ? place : place + "/" + id;
    if (not.words().isEmpty()) {
      return "redirect:" + base(claim) + (desks.has(address) ? address : place);
    }
    TicketFile file = record.open(claim);
    Standing again = desks.at(address).orElseGet(() -> desks.first(file, Optional.of(place)));
    return page.show(again, file, not, model);
  }

  private static NotTaken said(String why) {
    return new NotTaken(List.of(why), Map.of());
  }

  /** Begins a run sheet; its kind is called by the last word of its id. */
  @PostMapping("/{place}/begin/{kind}")
  String begin(
      @PathVariable String claim,
      @PathVariable String place,
      @PathVariable String kind,
      @RequestParam Map<String, String> posted,
      Principal who,
      Model model) {
    known(place);
    for (Desk desk : desks.in(place)) {
      for (SheetKind wanted : desk.kinds()) {
        if (wanted.id().equals(kind) || wanted.id().endsWith("-" + kind)) {
          return begin(claim, desk, wanted, posted, who.getName(), model);
        }
      }
    }
    throw new NotThere("This desk begins no such work.");
  }

  private String begin(
      String claim, Desk desk, SheetKind kind, Map<String, String> asked, String who, Model model) {
    try {
      String id =
          record.write(
              claim, who, writing -> writing.sheets().begin(desk.start(kind, asked, writing)));
      return "redirect:/tickets/" + claim + "/run-sheets/" + id;
    } catch (Refused refused) {
      Standing home = desks.at(kind.page()).orElseThrow();
      return page.show(home, record.open(claim), said(refused.why()), model);
    }
  }

  /** What the machine does after the work of a run sheet. */
  @PostMapping("/{place}/conclude")
  String conclude(
      @PathVariable String claim,
      @PathVariable String place,
      @RequestParam String sheet,
      @RequestParam String result,
      Principal who,
      Model model) {
    known(place);
    Event.Result came;
    try {
      came = Event.Result.of(result);
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("That result is not known.");
    }
    try {
      record.change(
          claim,
          who.getName(),
          writing -> {
            SheetKind kind =
                desks
                    .kind(writing.sheets().sheet(sheet))
                    .orElseThrow(() -> new Refused("This run sheet is of another version."));
            writing.sheets().conclude(kind, sheet, came);
            desks.at(kind.page()).ifPresent(home -> home.desk().concluded(kind, writing));
          });
      return "redirect:/tickets/" + claim + "/find";
    } catch (Refused refused) {
      TicketFile file = record.open(claim);
      Standing home = desks.first(file, Optional.of(place));
      return page.show(home, file, said(refused.why()), model);
    }
  }

  /** Takes back what was written last at this place, and the answers that came of it. */
  @PostMapping("/{place}/undo")
  String undo(
      @PathVariable String claim,
      @PathVariable String place,
      @RequestParam int entry,
      @RequestParam(name = "page", defaultValue = "") String id,
      Principal who,
      Model model) {
    known(place);
    return done(
        claim,
        place,
        id,
        model,
        () ->
            record.write(
                claim,
                who.getName(),
                writing -> {
                  page.undo(writing, place, entry);
                  return NotTaken.NOTHING;
                }));
  }

  @PostMapping("/{place}/photo")
  String photo(
      @PathVariable String claim,
      @PathVariable String place,
      @RequestParam MultipartFile picture,
      @RequestParam(defaultValue = "") String note,
      @RequestParam(name = "page", defaultValue = "") String id,
      Principal who,
      Model model) {
    known(place);
    model.addAttribute("photoNote", note);
    Posted posted = new Posted(Map.of("note", note), Map.of(), true);
    return done(
        claim,
        place,
        id,
        model,
        () -> {
          byte[] bytes = Uploads.bytes(picture, PhotoBook.LARGEST);
          try {
            return record.write(
                claim,
                who.getName(),
                writing -> {
                  photos.keep(writing, bytes, posted.text("note"));
                  return NotTaken.NOTHING;
                });
          } catch (IllegalArgumentException other) {
            throw new Refused("This picture was not taken: " + other.getMessage() + ".");
          }
        });
  }

  /** Everything else that a desk can do. */
  @PostMapping("/{place}/{*act}")
  String act(
      @PathVariable String claim,
      @PathVariable String place,
      @PathVariable String act,
      @RequestParam Map<String, String> fields,
      HttpServletRequest request,
      Principal who,
      Model model) {
    known(place);
    PathContainer path = PathContainer.parsePath(act);
    for (Desk desk : desks.in(place)) {
      for (Act known : desk.acts()) {
        var matched = known.pattern().matchAndExtract(path);
        if (matched != null) {
          Map<String, String> all = new HashMap<>(fields);
          all.putAll(matched.getUriVariables());
          Posted posted = new Posted(all, files(request), !request.isUserInRole("APPRENTICE"));
          model.addAttribute("typed", fields);
          return done(
              claim,
              place,
              posted.text("page").isEmpty() ? known.page() : posted.text("page"),
              model,
              () -> {
                Act.Decision decision = known.reader().read(posted);
                return record.<NotTaken>write(
                    claim, who.getName(), (Writing w) -> decision.decide(w));
              });
        }
      }
    }
    throw new NotThere("This desk does no such thing.");
  }

  private static Map<String, MultipartFile> files(HttpServletRequest request) {
    return request instanceof MultipartHttpServletRequest sent ? sent.getFileMap() : Map.of();
  }
}
