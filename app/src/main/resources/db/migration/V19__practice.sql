-- Somebody works at a practice machine. The case and the moves are all of it: the machine is computed.
create table practice_attempt (
  id bigint generated always as identity primary key,
  account_login text not null,
  case_code text not null,
  area text not null,
  begun_at timestamptz not null,
  closed_at timestamptz,
  minutes double precision not null default 0,
  points integer not null default 0,
  solved boolean not null default false,
  debrief jsonb,
  claim text not null default '',
  version integer not null default 0
);
create index practice_attempt_of on practice_attempt (account_login, closed_at);
create index practice_attempt_claim on practice_attempt (claim) where claim <> '';
create index practice_attempt_case on practice_attempt (case_code, solved, minutes);

create table practice_move (
  attempt_id bigint not null references practice_attempt on delete cascade,
  number integer not null,
  kind text not null,
  of text not null,
  made_at timestamptz not null,
  primary key (attempt_id, number)
);
