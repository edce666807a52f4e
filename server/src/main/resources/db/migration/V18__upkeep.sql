-- What builds left of each shell, as far as the LMS took it; without content where the shell has another key since.
create table built_shell (
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  build_id bigint not null,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  content longtext null,
  primary key (shell_key, build_id),
  index by_term (term, build_id),
  index by_build (build_id)
);
-- What was found to have drifted; ended when it was found right again, or as something else.
create table drift_seen (
  id bigint auto_increment primary key,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  field varchar(60) character set ascii collate ascii_bin not null,
  held char(64) character set ascii collate ascii_bin not null,
  first_seen datetime(6) not null,
  ended_at datetime(6) null,
  index by_term (term, ended_at)
);
-- Who can enter a shell longer than the others, and why.
create table extension (
  id bigint auto_increment primary key,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  user_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  until varchar(40) not null,
  reason varchar(1000) not null,
  given_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  given_at datetime(6) not null,
  ended_at datetime(6) null,
  index by_term (term, ended_at)
);
-- When shells of terms that are over are archived, and of how many terms they are kept.
create table archive_rule (after_days int not null, keep_terms int not null, by_itself boolean not null);
insert into archive_rule values (60, 6, false);
-- Shells drawn to be looked at by hand, and what was found.
create table sample (
  id bigint auto_increment primary key,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  what varchar(20) character set ascii collate ascii_bin not null,
  whole int not null,
  share double not null,
  confidence double not null,
  seed bigint not null,
  drawn_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  drawn_at datetime(6) not null,
  index by_term (term, id)
);
create table sample_shell (
  sample_id bigint not null,
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  ordinal int not null,
  part varchar(2000) not null,
  sound boolean null,
  found varchar(1000) not null default '',
  looked_by varchar(100) character set utf8mb4 collate utf8mb4_bin null,
  looked_at datetime(6) null,
  primary key (sample_id, shell_key)
);
