package dottore.app.account;

import static org.assertj.core.api.Assertions.assertThat;

import dottore.app.InEmptyShop;
import dottore.app.Shopkeeping;
import dottore.app.Visitor;
import dottore.app.record.Counter;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Who may use which address, in one table; every address there is stands in it. */
@InEmptyShop
class RouteTableTest {
  @Value("${local.server.port}")
  int port;

  @Autowired Accounts accounts;
  @Autowired Counter counter;
  @Autowired RequestMappingHandlerMapping requestMappingHandlerMapping;

  /** Letters of the roles, by address. */
  private static Map<String, String> table() throws IOException {
    Map<String, String> table = new TreeMap<>();
    try (InputStream in = RouteTableTest.class.getResourceAsStream("/routes.txt")) {
      String text = new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8);
      text.lines()
          .filter(line -> !line.isBlank() && !line.startsWith("#"))
          .forEach(
              line -> {
                String[] parts = line.strip().split("\\s+");
                table.put(parts[0] + " " + parts[1], parts.length > 2 ? parts[2] : "");
              });
    }
    return table;
  }

  @Test
  void everyAddressIsInTheTableAndEveryRoleMeetsIt() throws IOException {
    String claim = counter.receive(Shopkeeping.tower("Tove Lund"), "shop-technician");
    Map<Role, Visitor> visitors = new EnumMap<>(Role.class);
    for (Role role : Role.values()) {
      visitors.put(role, Shopkeeping.signedIn(accounts, port, role));
    }
    Map<String, String> met = new TreeMap<>();
    for (Map.Entry<RequestMappingInfo, HandlerMethod> entry :
        requestMappingHandlerMapping.getHandlerMethods().entrySet()) {
      RequestMappingInfo route = entry.getKey();
      boolean stream =
          route.getProducesCondition().getProducibleMediaTypes().stream()
              .anyMatch(MediaType.TEXT_EVENT_STREAM::includes);
      for (String pattern : new TreeSet<>(route.getPatternValues())) {
        if (stream || pattern.equals("/error") || ofTheTests(entry.getValue())) {
          continue;
        }
        boolean post = route.getMethodsCondition().getMethods().contains(RequestMethod.POST);
        StringBuilder may = new StringBuilder();
        String path = sample(pattern, claim);
        for (Role role : new Role[] {Role.OWNER, Role.TECHNICIAN, Role.APPRENTICE, Role.COUNTER}) {
          Visitor visitor = Objects.requireNonNull(visitors.get(role));
          int status = post ? visitor.post(path, Map.of()).status() : visitor.status(path);
          assertThat(status).as(role + " " + path).isNotEqualTo(500);
          if (status != 403) {
            may.append(role.name().charAt(0));
          }
        }
        met.put((post ? "POST " : "GET ") + pattern, may.toString());
      }
    }
    assertThat(met).as(printed(met)).isEqualTo(table());
  }

  private static boolean ofTheTests(HandlerMethod handler) {
    return handler
        .getBeanType()
        .getProtectionDomain()
        .getCodeSource()
        .getLocation()
        .getPath()
        .contains("test-classes");
  }

  /** An address of the pattern that meets something where it can. */
  private static String sample(String pattern, String claim) {
    return pattern
        .replace("{claim}", claim)
        .replaceAll("\\{(id|item|clock|number|row|stick|image|part):?[^}]*\\}", "999999")
        .replaceAll("\\{\\*[^}]*\\}", "x")
        .replaceAll("\\{which[^}]*\\}", "own")
        .replaceAll("\\{[^}]*\\}", "x");
  }

  private static String printed(Map<String, String> met) {
    StringBuilder text = new StringBuilder("as it is:\n");
    met.forEach((route, may) -> text.append(route).append("  ").append(may).append('\n'));
    return text.toString();
  }
}
