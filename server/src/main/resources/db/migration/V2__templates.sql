create table template_version (
  template_id varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  number int not null,
  title varchar(200) not null,
  content longtext not null,
  gone boolean not null,
  kept_at datetime(6) not null,
  kept_by varchar(100) not null,
  note text not null,
  primary key (template_id, number));

-- Files of templates, known by what is in them (SHA-256). Rows are never changed.
create table template_file (
  hash char(64) primary key,
  content longblob not null);

-- Content of shells to be built that a person looked at and kept.
create table shell_start (
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  from_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  content longtext not null,
  kept_at datetime(6) not null,
  kept_by varchar(100) not null,
  version int not null,
  primary key (term, shell_key));
