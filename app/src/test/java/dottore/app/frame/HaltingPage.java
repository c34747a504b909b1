package dottore.app.frame;

import java.util.Collections;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** A page that fails after its first 60 kB. */
@Controller
@Profile("spare-desk")
class HaltingPage {
  @GetMapping("/halting")
  String halting(Model model) {
    model.addAttribute("rows", Collections.nCopies(300, "x".repeat(200)));
    return "frame/halting";
  }
}
