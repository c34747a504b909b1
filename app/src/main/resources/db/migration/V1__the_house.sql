-- Accounts and sessions.
create table account (
  id bigint generated always as identity primary key,
  login text not null unique,
  name text not null,
  role text not null check (role in ('TECHNICIAN', 'COUNTER', 'OWNER', 'APPRENTICE')),
  password text not null,
  failures int not null default 0,
  locked_until timestamptz,
  version int not null default 0
);

create table spring_session (
  primary_id char(36) not null primary key,
  session_id char(36) not null unique,
  creation_time bigint not null,
  last_access_time bigint not null,
  max_inactive_interval int not null,
  expiry_time bigint not null,
  principal_name varchar(100)
);
create index spring_session_expiry on spring_session (expiry_time);
create index spring_session_principal on spring_session (principal_name);

create table spring_session_attributes (
  session_primary_id char(36) not null references spring_session (primary_id) on delete cascade,
  attribute_name varchar(200) not null,
  attribute_bytes bytea not null,
  primary key (session_primary_id, attribute_name)
);

-- Customers, machines, tickets.
create table customer (
  id bigint generated always as identity primary key,
  name text not null,
  phone text not null default '',
  email text not null default '',
  version int not null default 0
);

create table machine (
  id bigint generated always as identity primary key,
  maker text not null default '',
  model text not null default '',
  serial text not null default '',
  kind text not null,
  fitted_mebibytes bigint,
  fitted_modules int,
  passport jsonb,
  version int not null default 0
);
create index machine_serial on machine (lower(serial));

create sequence claim_number minvalue 0 start 0;

create table ticket (
  id bigint generated always as identity primary key,
  claim text not null unique,
  customer_id bigint not null references customer (id),
  machine_id bigint not null references machine (id),
  complaint text not null,
  contexts text[] not null default '{}',
  marks text[] not null default '{}',
  belongings text not null default '',
  backup text not null default 'unknown' check (backup in ('unknown', 'yes', 'no', 'nothing-wanted')),
  may_erase boolean not null default false,
  may_open boolean not null default true,
  spending_limit numeric(10, 2),
  warranty_until date,
  waits_for text not null default 'nobody' check (waits_for in ('nobody', 'customer', 'part')),
  waits_why text not null default '',
  state text not null default 'OPEN' check (state in ('OPEN', 'HANDED_BACK', 'SENT_BACK')),
  promised timestamptz,
  received timestamptz not null,
  closed timestamptz,
  confirmed_causes text[] not null default '{}',
  minutes int,
  sheet jsonb,
  search_text text not null default '',
  words tsvector generated always as (to_tsvector('simple', search_text)) stored,
  version int not null default 0
);
create index ticket_words on ticket using gin (words);
create index ticket_open on ticket (received) where state = 'OPEN';
create index ticket_received on ticket (received desc);
create index ticket_customer on ticket (customer_id);
create index ticket_machine on ticket (machine_id);

-- The log of a ticket only grows.
create table log_entry (
  id bigint generated always as identity primary key,
  ticket_id bigint not null references ticket (id),
  seq int not null,
  at timestamptz not null,
  who text not null,
  kind text not null,
  text text not null,
  data jsonb not null default '{}',
  unique (ticket_id, seq)
);

create function log_only_grows() returns trigger language plpgsql as $$
begin
  raise exception 'the log of a ticket only grows';
end $$;

create trigger log_only_grows before update or delete on log_entry
  for each row execute function log_only_grows();

-- What was borrowed from a machine, and clocks.
create table put_back (
  id bigint generated always as identity primary key,
  ticket_id bigint not null references ticket (id),
  what text not null,
  place text not null default '',
  entry_seq int not null,
  taken_at timestamptz not null,
  taken_by text not null,
  returned_at timestamptz,
  returned_by text,
  version int not null default 0
);
create index put_back_ticket on put_back (ticket_id);

create table clock (
  id bigint generated always as identity primary key,
  ticket_id bigint not null references ticket (id),
  label text not null,
  hands boolean not null default false,
  started_at timestamptz not null,
  ends_at timestamptz,
  stopped_at timestamptz,
  started_by text not null,
  version int not null default 0
);
create index clock_ticket on clock (ticket_id);

-- An arrival that is being typed.
create table arrival_draft (
  account_login text primary key,
  fields jsonb not null,
  kept_at timestamptz not null
);
