package dottore.app.account;

import dottore.app.account.SecondStep.Answer;
import dottore.app.paper.QrPicture;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The code at sign-in, and where it is switched on and off. */
@Controller
class SecondStepController {
  private final SecondStep second;
  private final Accounts accounts;
  private final OnceMore onceMore;

  SecondStepController(SecondStep second, Accounts accounts, OnceMore onceMore) {
    this.second = second;
    this.accounts = accounts;
    this.onceMore = onceMore;
  }

  @GetMapping(StillHere.SECOND_STEP)
  String ask(@RequestParam(defaultValue = "") String to, Principal who, Model model) {
    model.addAttribute("login", who.getName());
    model.addAttribute("to", WayBack.own(to));
    return "account/second-step";
  }

  @PostMapping(StillHere.SECOND_STEP)
  String check(
      @RequestParam String code,
      @RequestParam(defaultValue = "") String to,
      Principal who,
      HttpServletRequest request,
      Model model) {
    Answer answer = second.check(who.getName(), code, request.getRemoteAddr());
    if (answer == Answer.RIGHT) {
      StillHere.secondDone(request, who.getName());
      return "redirect:" + WayBack.own(to);
    }
    model.addAttribute("fault", words(answer));
    return ask(to, who, model);
  }

  private static String words(Answer answer) {
    return answer == Answer.CLOSED
        ? "Too many wrong codes. It opens again within "
            + Trials.CLOSED_FOR.toMinutes()
            + " minutes."
        : "That is not the code of now. Each counts once: wait for the next one.";
  }

  @GetMapping(StillHere.OWN_SECOND_STEP)
  String own(Principal who, Model model) {
    boolean on = second.on(who.getName());
    model.addAttribute("login", who.getName());
    model.addAttribute("on", on);
    model.addAttribute(
        "must", accounts.standing(who.getName()).filter(s -> s.mustHaveSecond()).isPresent());
    if (on) {
      model.addAttribute("left", second.left(who.getName()));
    } else {
      SecondStep.Key key = second.key(who.getName());
      model.addAttribute("key", key.words());
      model.addAttribute("picture", QrPicture.of(key.address()));
    }
    return "account/own-second-step";
  }

  @PostMapping(StillHere.OWN_SECOND_STEP)
  String begin(@RequestParam String code, Principal who, HttpServletRequest request, Model model) {
    List<String> spare = second.begin(who.getName(), code);
    if (spare.isEmpty()) {
      model.addAttribute("fault", "That is not the code that it shows now. Nothing was changed.");
    } else {
      StillHere.secondDone(request, who.getName());
      model.addAttribute("spare", spare);
    }
    return own(who, model);
  }

  /** With the password, so that nobody does it who walks past. */
  @PostMapping(StillHere.OWN_SECOND_STEP + "/off")
  String end(
      @RequestParam String password, Principal who, HttpServletRequest request, Model model) {
    String login = who.getName();
    Optional<String> refusal = onceMore.refusal(login, password, request.getRemoteAddr());
    if (refusal.isPresent()) {
      model.addAttribute("fault", refusal.get() + " Nothing was changed.");
      return own(who, model);
    }
    second.end(login, login);
    return "redirect:" + StillHere.OWN_SECOND_STEP;
  }
}
