package dottore.app.account;

import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Settings, People: the owner adds those who work here. */
@Controller
class PeopleController {
  private final Accounts accounts;

  PeopleController(Accounts accounts) {
    this.accounts = accounts;
  }

  @GetMapping("/settings")
  String people(Model model) {
    model.addAttribute("people", accounts.people());
    model.addAttribute("roles", Role.values());
    return "account/people";
  }

  @PostMapping("/settings/people")
  String add(
      @RequestParam String login,
      @RequestParam String name,
      @RequestParam Role role,
      @RequestParam String password,
      Model model) {
    Optional<String> fault = accounts.add(login, name, role, password);
    if (fault.isEmpty()) {
      return "redirect:/settings";
    }
    model.addAttribute("fault", fault.get());
    model.addAttribute("login", login);
    model.addAttribute("name", name);
    return people(model);
  }
}
