-- Numbers of lines are drawn fifty at a time, so that many lines are written in batches.
alter table log_entry alter column id drop identity;
create sequence log_entry_seq increment by 50 owned by log_entry.id;
select setval('log_entry_seq', (select coalesce(max(id), 0) + 50 from log_entry));
alter table log_entry alter column id set default nextval('log_entry_seq');

-- A line that came with a bundle says from where.
alter table log_entry add came_from text not null default '';

-- Pictures are packed already; kept as they are they can be read piece by piece.
alter table photo alter column bytes set storage external;
