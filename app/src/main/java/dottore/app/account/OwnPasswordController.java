package dottore.app.account;

import dottore.app.shop.Shop;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A password of one's own, and the password once more. */
@Controller
class OwnPasswordController {
  private final Accounts accounts;
  private final OnceMore onceMore;
  private final Shop shop;

  OwnPasswordController(Accounts accounts, OnceMore onceMore, Shop shop) {
    this.shop = shop;
    this.accounts = accounts;
    this.onceMore = onceMore;
  }

  @GetMapping(StillHere.OWN_PASSWORD)
  String page(Principal who, Model model) {
    model.addAttribute("login", who.getName());
    model.addAttribute(
        "must", accounts.standing(who.getName()).filter(s -> s.mustChange()).isPresent());
    model.addAttribute(
        "sessions", accounts.sessions(who.getName()).stream().map(shop.times()::moment).toList());
    return "account/own-password";
  }

  /** A browser that was left signed in somewhere. */
  @PostMapping(StillHere.OWN_PASSWORD + "/elsewhere")
  String endElsewhere(HttpServletRequest request, Principal who) {
    accounts.endSessions(who.getName(), request.getSession().getId());
    return "redirect:" + StillHere.OWN_PASSWORD;
  }

  @PostMapping(StillHere.OWN_PASSWORD)
  String change(
      @RequestParam String old,
      @RequestParam String password,
      @RequestParam String again,
      HttpServletRequest request,
      Principal who,
      Model model) {
    Optional<String> fault =
        password.equals(again)
            ? accounts.ownPassword(who.getName(), old, password, request.getSession().getId())
            : Optional.of("The two new ones differ.");
    if (fault.isEmpty()) {
      FreshSignIn.now(request);
      return "redirect:/today";
    }
    model.addAttribute("fault", fault.get());
    return page(who, model);
  }

  @GetMapping(FreshSignIn.ASK)
  String ask(@RequestParam(defaultValue = "/settings") String to, Principal who, Model model) {
    model.addAttribute("login", who.getName());
    model.addAttribute("to", inside(to));
    return "account/again";
  }

  /** Only to a page of this shop. */
  private static String inside(String to) {
    String own = WayBack.own(to);
    return own.equals(WayBack.TODAY) ? "/settings" : own;
  }

  @PostMapping(FreshSignIn.ASK)
  String again(
      @RequestParam String password,
      @RequestParam(defaultValue = "/settings") String to,
      HttpServletRequest request,
      Principal who,
      Model model) {
    Optional<String> refusal = onceMore.refusal(who.getName(), password, request.getRemoteAddr());
    if (refusal.isPresent()) {
      model.addAttribute("fault", refusal.get());
      return ask(to, who, model);
    }
    FreshSignIn.now(request);
    return "redirect:" + inside(to);
  }
}
