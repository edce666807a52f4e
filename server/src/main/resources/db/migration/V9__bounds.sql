-- a file that waits to be read lies in pieces, so that none is ever whole in memory
drop table arrival_file;
create table arrival_piece (
  arrival_id bigint not null,
  ordinal int not null,
  content longblob not null,
  primary key (arrival_id, ordinal));

alter table arrival
  add oddities longtext not null default '[]',
  add attempts int not null default 0,
  modify fault_count bigint not null;

-- an id has up to 255 characters, so that the key of a shell has up to 780: longer than an index takes
alter table build_step
  modify shell_key varchar(780) character set utf8mb4 collate utf8mb4_bin not null,
  modify shell_code text not null,
  drop index by_shell, add index by_shell (build_id, shell_key(200));
alter table shell_start
  drop primary key,
  modify shell_key varchar(780) character set utf8mb4 collate utf8mb4_bin not null,
  modify from_key varchar(780) character set utf8mb4 collate utf8mb4_bin not null,
  add id bigint auto_increment primary key,
  add key_hash char(64) character set ascii collate ascii_bin as (sha2(concat(term, '\n', shell_key), 256)) stored,
  add unique (key_hash),
  add index by_term (term);
alter table calendar_address
  drop index term,
  modify scope_key varchar(780) character set utf8mb4 collate utf8mb4_bin not null,
  add key_hash char(64) character set ascii collate ascii_bin as (sha2(concat(term, '\n', kind, '\n', scope_key), 256)) stored,
  add unique (key_hash),
  add index by_term (term);

create table given_up (
  id bigint auto_increment primary key,
  at datetime(6) not null,
  task varchar(100) not null,
  instance varchar(100) not null,
  reason text not null);

create table sign_in_failure (
  what varchar(320) character set utf8mb4 collate utf8mb4_bin primary key,
  failures int not null,
  last_at datetime(6) not null,
  index by_last (last_at));

create table calendar_lock (id int primary key);
insert into calendar_lock values (1);
