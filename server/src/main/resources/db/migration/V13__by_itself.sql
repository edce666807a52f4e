-- What of a list that came by itself goes through to the LMS without a person; one row.
create table by_itself (
  id int primary key,
  kinds varchar(200) character set ascii collate ascii_bin not null,
  most_shells int not null,
  last_list bigint not null,
  outcome longtext character set utf8mb4 collate utf8mb4_bin not null,
  changed_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  changed_at datetime(6) not null
);
