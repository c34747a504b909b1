-- Loans, clocks and unplugged drives are found by what they are, not by how they are called.
alter table put_back add column loan_key text not null default '';
update put_back set loan_key = 'disk.' || substring(what from '^disk (\d) unplugged$')
where what ~ '^disk \d unplugged$';
update put_back set loan_key = 'settings' where what = 'firmware settings as they were';

alter table clock add column entry_seq int;
update clock c set entry_seq = (
  select min(e.seq) from log_entry e
  where e.ticket_id = c.ticket_id and e.kind = 'TICK' and e.at = c.started_at)
where not c.hands and c.stopped_at is null;

-- A ticket is the same ticket wherever its bundle is read, and teaches once.
alter table ticket add column uid text not null default gen_random_uuid()::text;
alter table ticket add column copy_of text not null default '';
alter table ticket add column teaches boolean not null default true;
create unique index ticket_uid on ticket (uid);
create index ticket_copy on ticket (copy_of) where copy_of <> '';

-- Customers are found again by name, digits of the number, and address of mail.
create index customer_name on customer (lower(name));
create index customer_digits on customer (regexp_replace(phone, '[^0-9]', '', 'g'));
create index customer_mail on customer (lower(email)) where email <> '';

-- Found while typing.
create extension if not exists pg_trgm;
create index customer_name_part on customer using gin (lower(name) gin_trgm_ops, phone gin_trgm_ops);
drop index machine_serial;
create index machine_serial on machine (lower(serial) text_pattern_ops);
