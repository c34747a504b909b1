package dottore.app.shop;

import dottore.core.units.Capacity;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** Settings, Backups: how old the last one is, and whether another fits. */
@Controller
class BackupController {
  private final LastBackup backups;
  private final Shop shop;

  BackupController(LastBackup backups, Shop shop) {
    this.backups = backups;
    this.shop = shop;
  }

  @GetMapping("/settings/backups")
  String page(Model model) {
    Optional<LastBackup.Kept> kept = backups.kept();
    model.addAttribute("folder", backups.folder());
    model.addAttribute("made", kept.isPresent());
    model.addAttribute("age", kept.map(k -> shop.times().ago(k.at())).orElse(""));
    model.addAttribute("when", kept.map(k -> shop.times().moment(k.at())).orElse(""));
    model.addAttribute("file", kept.map(LastBackup.Kept::file).orElse(""));
    model.addAttribute("tables", kept.map(LastBackup.Kept::tables).orElse(0L));
    model.addAttribute("rows", kept.map(LastBackup.Kept::rows).orElse(0L));
    model.addAttribute("size", kept.map(k -> new Capacity(k.bytes()).asListed()).orElse(""));
    model.addAttribute(
        "due", kept.filter(k -> k.at().isAfter(shop.now().minus(LastBackup.DUE))).isEmpty());
    model.addAttribute(
        "free", backups.free().map(bytes -> new Capacity(bytes).asListed()).orElse(""));
    model.addAttribute(
        "little", backups.free().filter(bytes -> bytes < LastBackup.LITTLE).isPresent());
    return "shop/backups";
  }
}
