-- Work that nobody may disturb: what is normal and when to worry stays with its clock.
alter table clock add column guard jsonb;
create index clock_guarded on clock (id) where guard is not null and stopped_at is null;

-- What was borrowed: the state it was in before, and what putting it back touches.
alter table put_back add column before_state text not null default '';
alter table put_back add column touches text[] not null default '{}';

-- Run sheets as they were made; ticks are lines of the log.
create table run_sheet (
  id text primary key,
  ticket_id bigint not null references ticket (id),
  sheet jsonb not null,
  about jsonb not null default '{}',
  started_at timestamptz not null,
  started_by text not null
);
create index run_sheet_ticket on run_sheet (ticket_id);

-- Pictures taken at the bench.
create table photo (
  id bigint generated always as identity primary key,
  ticket_id bigint not null references ticket (id),
  taken_at timestamptz not null,
  taken_by text not null,
  note text not null default '',
  type text not null check (type in ('image/jpeg', 'image/png', 'image/webp')),
  bytes bytea not null check (octet_length(bytes) <= 8388608)
);
create index photo_ticket on photo (ticket_id);
