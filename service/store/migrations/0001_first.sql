-- What is kept: libraries with their packages and releases, readings of
-- releases, contracts by content hash, apps, scans, sites.

create table libraries (
  id bigint generated always as identity primary key,
  name text not null unique,
  owner text not null default ''
);

create table packages (
  id bigint generated always as identity primary key,
  library_id bigint not null references libraries,
  name text not null unique,
  framework text not null
);

create table releases (
  id bigint generated always as identity primary key,
  package_id bigint not null references packages,
  version text not null,
  digest text not null,
  withdrawn text,
  added_at timestamptz not null default now(),
  added_by text not null,
  unique (package_id, version)
);

-- One reader version's reading of a release. Head is the listing without its components.
create table readings (
  id bigint generated always as identity primary key,
  release_id bigint not null references releases,
  reader text not null,
  head jsonb not null,
  settings text not null default '',
  findings jsonb not null,
  added_at timestamptz not null default now(),
  added_by text not null,
  unique (release_id, reader)
);

create table contracts (
  hash text primary key,
  interface_hash text not null,
  body json not null -- json, not jsonb: the order of what was written is kept
);

create table reading_contracts (
  reading_id bigint not null references readings,
  component text not null,
  hash text not null references contracts,
  positions jsonb not null,
  primary key (reading_id, component)
);
create index on reading_contracts (component);

create table apps (
  id bigint generated always as identity primary key,
  name text not null unique
);

-- The sites that one reader version found in one state of an app's source.
create table scans (
  id bigint generated always as identity primary key,
  app_id bigint not null references apps,
  digest text not null,
  reader text not null,
  covers text[] not null,
  head jsonb not null,
  current boolean not null default true,
  added_at timestamptz not null default now(),
  added_by text not null,
  unique (app_id, digest, reader, covers)
);
create index on scans (app_id) where current;

create table scan_packages (
  scan_id bigint not null references scans on delete cascade,
  package text not null,
  declared text not null,
  locked text[] not null,
  primary key (scan_id, package)
);

-- Names and values are coded, so that the table of members stays narrow.
create table site_components (
  id integer generated always as identity primary key,
  package text not null,
  module text not null,
  name text not null,
  unique (package, module, name)
);
create table site_names (
  id integer generated always as identity primary key,
  name text not null unique
);
create table site_values (
  id integer generated always as identity primary key,
  value text not null unique
);

create table sites (
  id bigint generated always as identity primary key,
  scan_id bigint not null references scans on delete cascade,
  component_id integer not null references site_components,
  key text not null,
  file text not null,
  line integer not null,
  behind boolean not null,
  open_spread boolean not null,
  checked boolean not null,
  doc jsonb not null
);
create index on sites (component_id, scan_id) include (behind, open_spread);
create index on sites (scan_id);

-- What each site gives: one row for a member and a value that it may have.
-- Sites behind wrappers are left out; they are told at the wrapper.
-- value_id 0 stands for an expression whose value is not known.
create table site_members (
  component_id integer not null,
  name_id integer not null,
  value_id integer not null,
  scan_id bigint not null references scans on delete cascade,
  site_id bigint not null,
  open_spread boolean not null, -- of the site
  first boolean not null,       -- of the rows that this member has at the site
  primary key (component_id, name_id, value_id, scan_id, site_id) include (open_spread, first)
);

-- How many sites each scan has of each component, counted while it is added.
create table site_counts (
  scan_id bigint not null references scans on delete cascade,
  component_id integer not null,
  sites integer not null,       -- without those behind wrappers
  open_spread integer not null, -- of these, those with an open spread
  behind integer not null,
  primary key (component_id, scan_id)
);

-- Who wrote what, when.
create table writes (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  actor text not null,
  what text not null,
  subject text not null
);
