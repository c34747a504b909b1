-- People come and go: an account is closed and not erased, since the log speaks of it.
alter table account add enabled boolean not null default true;
alter table account add must_change boolean not null default false;
alter table account drop column failures;
alter table account drop column locked_until;

-- Wrong passwords in a row, by the name that was typed (whether it exists or not) and by the
-- address that they came from.
create table sign_in_trial (
  trial text primary key,
  failures int not null,
  last_at timestamptz not null,
  closed_until timestamptz
);

-- What was changed about people, and by whom.
create table account_change (
  id bigint generated always as identity primary key,
  at timestamptz not null,
  who text not null,
  whom text not null,
  what text not null
);
