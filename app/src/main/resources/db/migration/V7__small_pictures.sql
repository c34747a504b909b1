-- What a page shows of a picture; the original stays beside it. Empty where none could be made.
alter table photo add column small bytea not null default '';
