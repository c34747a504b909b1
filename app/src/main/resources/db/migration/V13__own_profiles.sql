-- The shop's own profiles of systems; every change is a version of the whole.
create table profiles_version (
  number int primary key,
  at timestamptz not null,
  who text not null,
  yaml text not null
);
