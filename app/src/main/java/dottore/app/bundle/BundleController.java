package dottore.app.bundle;

import dottore.app.frame.Uploads;
import dottore.app.record.Record;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Export and import of ticket bundles. */
@Controller
class BundleController {
  /** A ticket with the pictures that go along. */
  private static final long LARGEST = 16L << 20;

  private final Record record;
  private final TicketBundles bundles;
  private final JsonMapper json;

  BundleController(Record record, TicketBundles bundles, JsonMapper json) {
    this.record = record;
    this.bundles = bundles;
    this.json = json;
  }

  @GetMapping("/tickets/{claim}/bundle.json")
  ResponseEntity<byte[]> export(@PathVariable String claim, Principal who) throws JacksonException {
    // A customer's data leaves the shop with it: the log says by whom.
    record.late(claim, who.getName(), late -> late.note("Exported as a file"));
    String text =
        json.writerWithDefaultPrettyPrinter().writeValueAsString(bundles.write(record.open(claim)));
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_JSON)
        .header("Content-Disposition", "attachment; filename=\"ticket-" + claim + ".json\"")
        .body(text.getBytes(StandardCharsets.UTF_8));
  }

  @GetMapping("/tickets/import")
  String form() {
    return "bundle/import";
  }

  @PostMapping("/tickets/import")
  String read(@RequestParam MultipartFile bundle, Principal who, Model model) throws IOException {
    if (bundle.isEmpty()) {
      model.addAttribute("faults", List.of("Choose a bundle file first."));
      return "bundle/import";
    }
    try {
      return "redirect:/tickets/"
          + bundles.read(Uploads.bytes(bundle, LARGEST), who.getName())
          + "/arrival";
    } catch (BundleFault refused) {
      model.addAttribute("faults", refused.faults());
      return "bundle/import";
    }
  }
}
