-- A second step at sign-in: a key for codes by time, sealed; the last step of time that was used, so
-- that no code counts twice; codes for the day on which the telephone is gone.
alter table account add second_on boolean not null default false;
alter table account add second_ring text;
alter table account add second_sealed bytea;
alter table account add second_used bigint not null default 0;

create table spare_code (
  id bigint generated always as identity primary key,
  account_id bigint not null references account (id) on delete cascade,
  code_sum text not null,
  used_at timestamptz
);
create index spare_code_account on spare_code (account_id);
