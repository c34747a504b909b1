-- What changed, by topic and by the server that changed it, so that other servers read it again.
create table news (
  topic text not null,
  server text not null,
  version bigint not null,
  at timestamptz not null,
  primary key (topic, server)
);

-- Once per transaction and topic, at its end: a server is known by the name of its connections.
create function tell() returns trigger language plpgsql as $$
declare
  topic text := tg_argv[0];
  told text := 'dottore.told_' || tg_argv[0];
begin
  if coalesce(current_setting(told, true), '') = txid_current()::text then
    return null;
  end if;
  perform set_config(told, txid_current()::text, true);
  insert into news as n (topic, server, version, at)
    values (topic, current_setting('application_name'), 1, now())
    on conflict on constraint news_pkey do update set version = n.version + 1, at = now();
  perform pg_notify('news', topic);
  return null;
end $$;

create constraint trigger tells after insert or update or delete on shop_setting
  deferrable initially deferred for each row execute function tell('shop');
create constraint trigger tells after insert or update or delete on shop_choice
  deferrable initially deferred for each row execute function tell('choices');
create constraint trigger tells after insert or update or delete on casebook_version
  deferrable initially deferred for each row execute function tell('entries');
create constraint trigger tells after insert or update or delete on profiles_version
  deferrable initially deferred for each row execute function tell('profiles');
create constraint trigger tells after insert or update of closed on ticket
  deferrable initially deferred for each row when (new.closed is not null)
  execute function tell('closed');

-- Who writes a stick: a server that is not seen for a while lost it.
alter table shelf_writing add keeper text not null default '';
alter table shelf_writing add seen_at timestamptz not null default 'epoch';
alter table shelf_writing add stop_asked boolean not null default false;
