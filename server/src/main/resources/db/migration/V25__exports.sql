-- What an LMS that only takes uploads is taken to hold: what builds told it, until its result sheets say otherwise.
create table file_lms (id tinyint not null primary key, mark bigint not null);
insert into file_lms values (1, 0);
create table file_shell (
  id bigint auto_increment primary key,
  shell_key varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  content mediumtext not null,
  members longtext not null,
  gone boolean not null,
  mark bigint not null,
  unique index by_key (shell_key),
  index by_mark (mark)
);
-- How builds are written as sheets. What was written keeps the profile as it was then.
create table export_profile (
  id bigint auto_increment primary key,
  version int not null,
  name varchar(200) character set utf8mb4 collate utf8mb4_bin not null,
  yaml mediumtext not null,
  kept_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  kept_at datetime(6) not null,
  index by_name (name)
);
-- Sheets that were written, as the profile was then; a bundle has no profile.
create table export (
  id bigint auto_increment primary key,
  profile_id bigint null,
  name varchar(200) not null,
  yaml mediumtext not null,
  form varchar(20) character set ascii collate ascii_bin not null,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  arrival bigint not null,
  conventions int not null,
  held int not null,
  -- of a bundle of differences, the one that they are against
  since bigint null,
  differences boolean not null,
  state varchar(20) character set ascii collate ascii_bin not null,
  reason varchar(1000) not null,
  -- how many of its rows there are of each kind
  waiting int not null default 0,
  passed int not null default 0,
  failed int not null default 0,
  left_out int not null default 0,
  fresh int not null default 0,
  changed int not null default 0,
  same int not null default 0,
  gone int not null default 0,
  asked_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  asked_at datetime(6) not null,
  ended_at datetime(6) null,
  index by_term (term, id),
  index by_profile (profile_id, term, id)
);
create table export_row (
  export_id bigint not null,
  n int not null,
  row_hash char(64) character set ascii collate ascii_bin not null,
  row_key varchar(600) character set utf8mb4 collate utf8mb4_bin not null,
  shell_key varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  part varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  file varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  cells mediumtext not null,
  match_hash char(64) character set ascii collate ascii_bin not null,
  status varchar(10) character set ascii collate ascii_bin not null,
  outcome varchar(10) character set ascii collate ascii_bin not null,
  reason varchar(1000) not null,
  primary key (export_id, n),
  unique index by_row (export_id, row_hash),
  index by_part (export_id, part, n),
  index by_match (export_id, match_hash),
  index by_outcome (export_id, outcome, n),
  constraint export_row_of foreign key (export_id) references export (id)
);
-- What went through of a profile in a term, row by row.
create table export_passed (
  profile_id bigint not null,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  row_hash char(64) character set ascii collate ascii_bin not null,
  row_key varchar(600) character set utf8mb4 collate utf8mb4_bin not null,
  shell_key varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  part varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  file varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  cells mediumtext not null,
  match_hash char(64) character set ascii collate ascii_bin not null,
  export_id bigint not null,
  held int not null,
  primary key (profile_id, term, row_hash),
  index by_shell (profile_id, term, shell_key)
);
