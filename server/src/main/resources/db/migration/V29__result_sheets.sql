-- Sheets that an LMS gave back for an export: worked in beside whoever brought them, and what they came to.
create table result_sheet (
  id bigint auto_increment primary key,
  export_id bigint not null,
  name varchar(200) not null,
  state varchar(10) character set ascii collate ascii_bin not null,
  passed int not null default 0,
  failed int not null default 0,
  back int not null default 0,
  unknown_count int not null default 0,
  -- the first of the lines that mean no row, as JSON
  unknown mediumtext not null,
  reason varchar(1100) not null,
  brought_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  brought_at datetime(6) not null,
  ended_at datetime(6) null,
  index by_export (export_id, id),
  constraint result_sheet_of foreign key (export_id) references export (id)
);
-- What a sheet says, until it is worked in.
create table result_line (
  sheet_id bigint not null,
  match_hash char(64) character set ascii collate ascii_bin not null,
  line int not null,
  passed boolean not null,
  words varchar(200) not null,
  reason varchar(1000) not null,
  primary key (sheet_id, match_hash),
  constraint result_line_of foreign key (sheet_id) references result_sheet (id)
);
