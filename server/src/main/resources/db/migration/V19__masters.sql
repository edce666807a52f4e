-- Master shells: outside any term, never with enrollments; sections start from them.
create table master (
  id varchar(100) character set ascii collate ascii_bin not null primary key,
  title varchar(2000) not null,
  code varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  category varchar(2000) not null,
  dates_of varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  made_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  made_at datetime(6) not null,
  copy_job bigint null,
  copy_says varchar(1000) not null default '',
  read_mark bigint null,
  asked_at datetime(6) null,
  retired_by varchar(100) character set utf8mb4 collate utf8mb4_bin null,
  retired_at datetime(6) null
);
create table master_course (
  master_id varchar(100) character set ascii collate ascii_bin not null,
  course varchar(200) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (master_id, course)
);
create table master_person (
  master_id varchar(100) character set ascii collate ascii_bin not null,
  user_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  role varchar(20) character set ascii collate ascii_bin not null,
  added_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  added_at datetime(6) not null,
  primary key (master_id, user_id)
);
-- What a master was seen to contain.
create table master_version (
  master_id varchar(100) character set ascii collate ascii_bin not null,
  number int not null,
  digest char(64) character set ascii collate ascii_bin not null,
  content longtext not null,
  seen_at datetime(6) not null,
  primary key (master_id, number)
);
-- Which shells started from a master, and from what it contained then.
create table master_start (
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  master_id varchar(100) character set ascii collate ascii_bin not null,
  version int not null,
  started_at datetime(6) not null,
  primary key (term, shell_key),
  index by_master (master_id, term)
);
-- After how many terms without use a master is offered for retirement.
create table master_rule (unused_terms int not null);
insert into master_rule values (3);
