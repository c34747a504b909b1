-- A draft that was taken in stays as the mark of its end: what the tablet sends late is not kept again.
alter table arrival_draft add column sheet text not null default '';
alter table arrival_draft add column ended boolean not null default false;
