-- What a shop chose, by name.
create table shop_choice (
  name text primary key,
  value text not null,
  changed_at timestamptz not null,
  changed_by text not null
);

-- The shop's own casebook entries; every change is a version of the whole, and versions only grow.
create table casebook_version (
  number int primary key,
  at timestamptz not null,
  who text not null,
  note text not null,
  yaml text not null
);

-- Schools that one ticket follows instead of the shop's.
alter table ticket add column schools jsonb not null default '{}';

-- Attended minutes of steps, measured while the hands clock ran; written when a ticket closes.
create table step_minutes (
  id bigint generated always as identity primary key,
  ticket_id bigint not null references ticket (id),
  step text not null,
  minutes double precision not null check (minutes > 0),
  closed timestamptz not null
);
create index step_minutes_step on step_minutes (step, closed desc);
create index ticket_closed on ticket (closed) where state <> 'OPEN';
