-- parts of what lists change that are left out until somebody lifts it
create table left_out (
  id bigint auto_increment primary key,
  kind varchar(20) character set ascii collate ascii_bin not null,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  department varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  reason varchar(1000) character set utf8mb4 collate utf8mb4_bin not null,
  made_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  made_at datetime(6) not null,
  lifted_by varchar(100) character set utf8mb4 collate utf8mb4_bin,
  lifted_at datetime(6)
);
alter table arrival add left_out longtext not null default '[]';
