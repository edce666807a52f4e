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
