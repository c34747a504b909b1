package dottore.app.standin;

import dottore.app.said.NotThere;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** The simulated maker's page: files to fetch. */
@Controller
@ConditionalOnProperty(
    name = "dottore.makers-catalog",
    havingValue = "stand-in",
    matchIfMissing = true)
class MakersPageController {
  private final StandInCatalog catalog;

  MakersPageController(StandInCatalog catalog) {
    this.catalog = catalog;
  }

  @GetMapping("/makers/files/{name}")
  ResponseEntity<byte[]> file(@PathVariable String name) {
    byte[] content =
        catalog.file(name).orElseThrow(() -> new NotThere("No maker has a file of this name."));
    return ResponseEntity.ok()
        .contentType(MediaType.APPLICATION_OCTET_STREAM)
        .header("Content-Disposition", "attachment; filename=\"" + name + "\"")
        .body(content);
  }
}
