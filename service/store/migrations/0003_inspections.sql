-- What inspecting a scan found, kept with the scan. Key says what it was held against, so
-- that it is worked out anew when a release comes or the checks change.

create table inspections (
  scan_id bigint primary key references scans on delete cascade,
  key text not null,
  must integer not null,
  should integer not null,
  note integer not null,
  doc json not null,
  at timestamptz not null default now()
);
