package dottore.app.shop;

import org.springframework.data.jpa.repository.JpaRepository;

/** What the owner set. */
interface ShopSettingRepository extends JpaRepository<ShopSetting, String> {}
