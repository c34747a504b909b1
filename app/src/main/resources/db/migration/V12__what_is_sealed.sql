-- Keys that customers leave, sealed with a key that is not in the database.
create table secret (
  id bigint generated always as identity primary key,
  ticket_id bigint not null references ticket (id),
  kind text not null,
  label text not null default '',
  key_id text not null,
  sealed bytea not null,
  kept_at timestamptz not null,
  kept_by text not null,
  leaves boolean not null default true,
  destroyed_at timestamptz,
  version int not null default 0
);
create index secret_ticket on secret (ticket_id);
