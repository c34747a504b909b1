package dottore.app.driver;

import dottore.app.shop.Shop;
import dottore.core.format.ListColumns;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the columns of lists are called, as technicians said it once. */
@Service
class ColumnBook {
  /** The lists that are read. */
  enum Which {
    DEVICES("devices"),
    EVENTS("events");

    private final String id;

    Which(String id) {
      this.id = id;
    }
  }

  private static final int LONGEST = 80;

  private final ColumnNameRepository names;
  private final Shop shop;

  ColumnBook(ColumnNameRepository names, Shop shop) {
    this.names = names;
    this.shop = shop;
  }

  /** Roles by the names of columns. */
  @Transactional(readOnly = true)
  Map<String, String> remembered(Which list) {
    return names.findByList(list.id).stream()
        .collect(Collectors.toMap(column -> column.name, column -> column.role));
  }

  /** Remembers what columns are; the last word counts. */
  @Transactional
  void remember(Which list, Map<String, String> roles, String who) {
    roles.forEach(
        (header, role) -> {
          String name = ListColumns.plain(header);
          if (name.isEmpty() || name.length() > LONGEST) {
            return;
          }
          ColumnName column = names.findByListAndName(list.id, name).orElseGet(ColumnName::new);
          column.list = list.id;
          column.name = name;
          column.role = role;
          column.changedAt = shop.now();
          column.changedBy = who;
          names.save(column);
        });
  }
}
