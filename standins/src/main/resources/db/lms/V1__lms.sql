create table account (
  user_id varchar(100) character set utf8mb4 collate utf8mb4_bin primary key,
  name varchar(200) not null);

create table category (
  id bigint auto_increment primary key,
  path varchar(700) character set utf8mb4 collate utf8mb4_bin not null unique,
  parent varchar(700) character set utf8mb4 collate utf8mb4_bin not null,
  locked boolean not null default false);

create table template (
  id varchar(100) character set utf8mb4 collate utf8mb4_bin primary key,
  title varchar(200) not null,
  outline longtext not null);

create table shell (
  id bigint auto_increment primary key,
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null unique,
  term varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  code varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  code_folded varchar(300) character set utf8mb4 collate utf8mb4_bin not null unique,
  title varchar(500) not null,
  category varchar(700) character set utf8mb4 collate utf8mb4_bin not null,
  opens varchar(40) not null,
  closes varchar(40) not null,
  open boolean not null,
  open_by_hand boolean not null default false,
  closed boolean not null default false,
  activity boolean not null default false,
  lead varchar(100),
  sections longtext,
  settings longtext not null,
  outline longtext not null,
  mark bigint not null,
  index by_mark (mark, id),
  index by_category (category));

create table mark (last bigint not null);
insert into mark values (0);

create table member (
  shell_id bigint not null,
  user_id varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  role varchar(20) not null,
  section varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (shell_id, user_id, role, section));

create table copy_job (
  id bigint auto_increment primary key,
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  template varchar(100) not null,
  ready_at datetime(6) not null,
  done boolean not null default false);

create table answered (
  idempotency_key varchar(200) character set utf8mb4 collate utf8mb4_bin primary key,
  request_hash char(64) not null,
  answer longtext not null,
  at datetime(6) not null);
