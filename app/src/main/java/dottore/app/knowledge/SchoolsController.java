package dottore.app.knowledge;

import dottore.app.said.NotThere;
import dottore.core.casebook.School;
import java.security.Principal;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Settings, Schools: where practitioners disagree, and how this shop works. */
@Controller
class SchoolsController {
  record Choice(String id, String words, String argument, boolean taken) {}

  record Row(String id, String question, boolean choice, List<Choice> positions) {}

  private final Choices choices;
  private final Knowledge knowledge;

  SchoolsController(Choices choices, Knowledge knowledge) {
    this.choices = choices;
    this.knowledge = knowledge;
  }

  @GetMapping("/settings/schools")
  String schools(Model model) {
    Map<School, String> chosen = choices.schools();
    model.addAttribute("unreadable", choices.unreadable());
    model.addAttribute(
        "rows", Arrays.stream(School.values()).map(school -> row(school, chosen)).toList());
    return "knowledge/schools";
  }

  private static Row row(School school, Map<School, String> chosen) {
    String taken = chosen.getOrDefault(school, school.usual().id());
    return new Row(
        school.id(),
        school.question(),
        school.choice(),
        school.positions().stream()
            .map(p -> new Choice(p.id(), p.words(), p.argument(), p.id().equals(taken)))
            .toList());
  }

  @PostMapping("/settings/schools")
  String choose(@RequestParam String school, @RequestParam String position, Principal who) {
    try {
      knowledge.choose(School.of(school), position, who.getName());
    } catch (IllegalArgumentException unknown) {
      throw new NotThere("There is no such school. Nothing was changed.");
    }
    return "redirect:/settings/schools";
  }
}
