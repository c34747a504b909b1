package dottore.app.account;

import dottore.app.shop.SecondStepFor;
import dottore.app.shop.Shop;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Settings, People: the owner adds, changes and closes the accounts of those who work here. */
@Controller
@RequestMapping("/settings")
class PeopleController {
  record ChangeRow(String when, String who, String whom, String what) {}

  private final Accounts accounts;
  private final SecondStep second;
  private final Shop shop;

  PeopleController(Accounts accounts, SecondStep second, Shop shop) {
    this.accounts = accounts;
    this.second = second;
    this.shop = shop;
  }

  @GetMapping
  String people(Model model) {
    model.addAttribute("secondSteps", SecondStepFor.values());
    model.addAttribute("secondStep", shop.secondStep());
    model.addAttribute("people", accounts.people());
    model.addAttribute("roles", Role.values());
    List<ChangeRow> changes =
        accounts.changes().stream()
            .map(c -> new ChangeRow(shop.times().moment(c.at()), c.who(), c.whom(), c.what()))
            .toList();
    model.addAttribute("changes", changes);
    return "account/people";
  }

  @PostMapping("/people")
  String add(
      @RequestParam String login,
      @RequestParam String name,
      @RequestParam Role role,
      @RequestParam String password,
      Principal who,
      Model model) {
    Optional<String> fault = accounts.add(login, name, role, password, who.getName());
    if (fault.isEmpty()) {
      return "redirect:/settings";
    }
    model.addAttribute("fault", fault.get());
    model.addAttribute("login", login);
    model.addAttribute("name", name);
    model.addAttribute("role", role);
    return people(model);
  }

  @PostMapping("/people/{login}")
  String change(
      @PathVariable String login,
      @RequestParam String name,
      @RequestParam Role role,
      @RequestParam(defaultValue = "false") boolean enabled,
      Principal who,
      Model model) {
    return done(login, accounts.change(login, name, role, enabled, who.getName()), model);
  }

  @PostMapping("/people/{login}/password")
  String firstPassword(
      @PathVariable String login, @RequestParam String password, Principal who, Model model) {
    return done(login, accounts.firstPassword(login, password, who.getName()), model);
  }

  /** Lets somebody in again whose telephone is gone. */
  @PostMapping("/people/{login}/second-step/off")
  String withoutSecondStep(@PathVariable String login, Principal who) {
    if (accounts.standing(login).isPresent()) {
      second.end(login, who.getName());
    }
    return "redirect:/settings";
  }

  @PostMapping("/second-step")
  String askSecondStep(@RequestParam SecondStepFor of, Principal who) {
    shop.askSecondStep(of, who.getName());
    return "redirect:/settings";
  }

  @PostMapping("/people/{login}/unlock")
  String unlock(@PathVariable String login, Principal who) {
    accounts.unlock(login, who.getName());
    return "redirect:/settings";
  }

  private String done(String login, Optional<String> fault, Model model) {
    if (fault.isEmpty()) {
      return "redirect:/settings";
    }
    model.addAttribute("faultOf", login);
    model.addAttribute("faultWords", fault.get());
    return people(model);
  }
}
