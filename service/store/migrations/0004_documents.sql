-- Documents are kept as they were written and are not looked into by the database: a text
-- in one may hold what PostgreSQL refuses to take out of JSON (the character U+0000 is a
-- right default of a component). What queries ask for has columns of its own.

alter table contracts
  add column summary text not null default '',
  add column owner text not null default '',
  add column stage text not null default '',
  add column props integer not null default 0,
  add column slots integer not null default 0,
  add column events integer not null default 0;
update contracts set summary = coalesce(body->>'summary', ''), owner = coalesce(body->>'owner', ''), stage = coalesce(body->>'stage', ''),
  props = (select count(*) from json_object_keys(coalesce(body->'props', '{}'))),
  slots = (select count(*) from json_object_keys(coalesce(body->'slots', '{}'))),
  events = (select count(*) from json_object_keys(coalesce(body->'events', '{}')))
  where position('\u0000' in body::text) = 0;

alter table reading_contracts add column findings integer not null default 0;
alter table readings add column finding_count integer not null default 0;
update readings set finding_count = jsonb_array_length(findings->'findings');
update reading_contracts c set findings = n.n from (
  select g.id, f->>'component' as component, count(*) as n from readings g, jsonb_array_elements(g.findings->'findings') f group by 1, 2
) n where n.id = c.reading_id and n.component = c.component;
alter table reading_contracts alter column positions type json using positions::text::json;
alter table readings alter column head type json using head::text::json, alter column findings type json using findings::text::json;

alter table scans
  add column commit text not null default '',
  add column dirty boolean not null default false,
  add column unread integer not null default 0;
update scans set commit = coalesce(head->'app'->>'commit', ''), dirty = coalesce((head->'app'->>'dirty')::boolean, false),
  unread = jsonb_array_length(coalesce(nullif(head->'unread', 'null'), '[]'));

-- The defaults that an app sets for all its uses of a component.
create table scan_defaults (
  scan_id bigint not null references scans on delete cascade,
  component text not null,
  spelled text not null
);
create index on scan_defaults (scan_id, component);
insert into scan_defaults select x.id, d->>'component', d->'given'->>'spelled'
  from scans x, jsonb_array_elements(coalesce(nullif(x.head->'defaults', 'null'), '[]')) d where d->'given'->>'spelled' is not null;
alter table scans alter column head type json using head::text::json;
alter table sites alter column doc type json using doc::text::json;

-- Counting what a scan has needs its rows, not those of all.
create index on site_counts (scan_id);
create index on reading_contracts (hash);

-- Work that is done after a call has answered. A row goes when its work is done.
create table jobs (
  kind text not null,
  subject text not null,
  due timestamptz not null default now(),
  attempts integer not null default 0,
  problem text not null default '',
  primary key (kind, subject)
);
