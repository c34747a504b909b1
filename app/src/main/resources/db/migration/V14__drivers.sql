-- What the columns of lists are called whose header nobody knew; said once by a technician.
create table column_name (
  id bigint generated always as identity primary key,
  list text not null check (list in ('devices', 'events')),
  name text not null,
  role text not null,
  changed_at timestamptz not null,
  changed_by text not null,
  unique (list, name)
);

-- Which versions ran on a model: its closed tickets that hold a list of devices.
create index machine_model on machine (lower(maker), lower(model));
create index log_entry_devices on log_entry (ticket_id)
  where kind = 'FACT' and (data ->> 'devices') is not null;
