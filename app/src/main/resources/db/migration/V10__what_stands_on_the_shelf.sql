-- Sticks, the images on them, parts. What a stick is lent to stands on the put-back list of its ticket.
create table shelf_image (
  id bigint generated always as identity primary key,
  name text not null,
  release text not null default '',
  released date,
  bits int not null,
  old_way boolean not null,
  new_way boolean not null,
  size_bytes bigint not null,
  largest_bytes bigint not null,
  sha256 text not null default '',
  source text not null default '',
  alone boolean not null default false,
  signed boolean not null default true,
  gone boolean not null default false,
  version int not null default 0
);
create table shelf_stick (
  id bigint generated always as identity primary key,
  label text not null,
  size_bytes bigint not null,
  connector text not null default '',
  reads numeric(7, 1),
  writes numeric(7, 1),
  place text not null default '',
  gone boolean not null default false,
  version int not null default 0
);
create unique index shelf_stick_label on shelf_stick (lower(label)) where not gone;
create table shelf_carried (
  id bigint generated always as identity primary key,
  stick_id bigint not null references shelf_stick (id),
  image_id bigint not null references shelf_image (id),
  written_at timestamptz not null,
  written_by text not null
);
create index shelf_carried_stick on shelf_carried (stick_id);
create table shelf_wish (
  id bigint generated always as identity primary key,
  image_id bigint not null references shelf_image (id),
  claim text not null,
  unique (image_id, claim)
);
create table shelf_part (
  id bigint generated always as identity primary key,
  name text not null,
  stock int not null,
  least int not null default 0,
  price numeric(10, 2),
  serials text not null default '',
  place text not null default '',
  gone boolean not null default false,
  version int not null default 0
);
create index put_back_key on put_back (loan_key) where returned_at is null and loan_key <> '';
-- A stick that is being written; it goes on from there when the server starts again.
create table shelf_writing (
  id bigint generated always as identity primary key,
  stick_id bigint not null references shelf_stick (id),
  images bigint[] not null,
  state text not null,
  phase text not null default 'PROBE',
  done bigint not null default 0,
  total bigint not null,
  words text not null default '',
  started_at timestamptz not null,
  started_by text not null,
  ended_at timestamptz
);
create unique index shelf_writing_one on shelf_writing (stick_id) where state = 'RUNNING';
alter table shelf_stick add column verdict text not null default '';
