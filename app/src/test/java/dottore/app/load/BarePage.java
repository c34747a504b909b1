package dottore.app.load;

import java.util.Collections;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A page of any size that asks nothing of anybody, to compare others with. */
@Controller
@Profile("bare-page")
class BarePage {
  private static final int ROW = 200;

  @GetMapping("/bare")
  String bare(@RequestParam int bytes, Model model) {
    model.addAttribute(
        "rows", Collections.nCopies(bytes / ROW, "A row of words as long as others are here"));
    return "load/bare";
  }
}
