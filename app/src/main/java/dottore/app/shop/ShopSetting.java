package dottore.app.shop;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** Something the owner set. */
@Entity
class ShopSetting {
  @Id String name = "";
  String value = "";
}
