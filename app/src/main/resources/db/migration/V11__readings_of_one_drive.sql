-- A drive comes back under another claim number; its readings are found by its serial.
create index log_entry_health_serial on log_entry (upper(data ->> 'health-serial'), at)
  where kind = 'FACT' and data ->> 'health-serial' <> '';
