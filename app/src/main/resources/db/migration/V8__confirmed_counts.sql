-- How often each cause was confirmed, counted as tickets close: no page counts all of them again.
create table confirmed_cause (
  cause text primary key,
  times bigint not null
);

insert into confirmed_cause (cause, times)
select c.cause, count(*)
from ticket t cross join lateral unnest(t.confirmed_causes) as c(cause)
where t.state <> 'OPEN' and t.teaches
group by c.cause;
