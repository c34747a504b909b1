-- Facts about a machine are one kind of line, whichever desk writes them; encryption is one fact.
alter table log_entry disable trigger log_only_grows;

update log_entry
set kind = 'FACT',
    data = case
      when data ? 'encrypted' and not data ? 'encryption' then
        (data - 'encrypted') || jsonb_build_object(
          'encryption', case data ->> 'encrypted' when 'yes' then 'active' when 'no' then 'none' else '' end)
      else data - 'encrypted'
    end
where kind = 'FIRMWARE';

alter table log_entry enable trigger log_only_grows;
