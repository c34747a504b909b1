-- What the owner set about the shop; what is not here is as the configuration says.
create table shop_setting (
  name text primary key,
  value text not null
);

-- Who changed it, from what to what.
create table shop_change (
  id bigint generated always as identity primary key,
  at timestamptz not null,
  who text not null,
  what text not null
);
