package dottore.app.secret;

import dottore.app.said.Refused;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Settings, Keys: the owner renews the key with which everything is sealed. */
@Controller
@RequestMapping("/settings/keys")
class RenewController {
  private final SecretBook book;

  RenewController(SecretBook book) {
    this.book = book;
  }

  @GetMapping
  String page(Model model) {
    model.addAttribute("fits", book.fits());
    return "secret/renew";
  }

  @PostMapping
  String renew(Model model) {
    try {
      model.addAttribute("done", book.renew());
      book.forgetOld();
    } catch (Refused refused) {
      model.addAttribute("fault", refused.why());
    }
    return page(model);
  }
}
