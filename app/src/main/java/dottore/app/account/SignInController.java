package dottore.app.account;

import java.security.Principal;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Signing in, and the owner's account at the first start. */
@Controller
class SignInController {
  private final Accounts accounts;
  private final FirstOwner firstOwner;

  SignInController(Accounts accounts, FirstOwner firstOwner) {
    this.accounts = accounts;
    this.firstOwner = firstOwner;
  }

  @GetMapping("/")
  String home() {
    return "redirect:/today";
  }

  @GetMapping("/sign-in")
  String signIn(
      Model model,
      @Nullable Principal who,
      @RequestParam(required = false) @Nullable String to,
      @RequestParam(required = false) @Nullable String wrong,
      @RequestParam(required = false) @Nullable String locked,
      @RequestParam(required = false) @Nullable String closed,
      @RequestParam(required = false) @Nullable String away,
      @RequestParam(required = false) @Nullable String out) {
    if (accounts.nobodyYet()) {
      return "redirect:/first-owner";
    }
    String onward = WayBack.own(to);
    if (who != null) {
      return "redirect:" + onward;
    }
    model.addAttribute("to", onward);
    if (wrong != null) {
      model.addAttribute("fault", "Name and password do not fit together.");
    } else if (locked != null) {
      model.addAttribute(
          "fault",
          "Too many wrong passwords. This name opens again within "
              + Trials.CLOSED_FOR.toMinutes()
              + " minutes, or when the owner opens it.");
    } else if (closed != null) {
      model.addAttribute("fault", "This account is closed. The owner can open it again.");
    } else if (away != null) {
      model.addAttribute(
          "fault",
          "The record cannot be reached just now. Nothing is wrong with your password: try again"
              + " in a minute.");
    } else if (out != null) {
      model.addAttribute("note", "Signed out.");
    }
    return "account/sign-in";
  }

  @GetMapping("/first-owner")
  String firstOwner(Model model) {
    return accounts.nobodyYet() ? "account/first-owner" : "redirect:/sign-in";
  }

  @PostMapping("/first-owner")
  String makeOwner(
      @RequestParam String code,
      @RequestParam String login,
      @RequestParam String name,
      @RequestParam String password,
      Model model) {
    if (!accounts.nobodyYet()) {
      return "redirect:/sign-in";
    }
    String fault =
        firstOwner.fits(code)
            ? accounts.add(login, name, Role.OWNER, password).orElse("")
            : "The code is not the one printed where Dottore was started.";
    if (fault.isEmpty()) {
      return "redirect:/sign-in";
    }
    model.addAttribute("fault", fault);
    model.addAttribute("login", login);
    model.addAttribute("name", name);
    return "account/first-owner";
  }
}
