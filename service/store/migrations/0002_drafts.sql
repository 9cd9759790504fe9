-- Interfaces in the making. Every state of a draft is kept, with who made it.

create table drafts (
  id bigint generated always as identity primary key,
  name text not null unique,
  revision integer not null
);

create table draft_revisions (
  draft_id bigint not null references drafts,
  revision integer not null,
  component text not null,
  library text not null,
  owner text not null,
  alternatives text[] not null,
  finished text not null,
  wishes integer not null,
  body json not null, -- json, not jsonb: the order of what was written is kept
  what text not null,
  at timestamptz not null default now(),
  by text not null,
  primary key (draft_id, revision)
);
