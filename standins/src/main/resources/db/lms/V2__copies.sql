alter table copy_job
  modify template varchar(100) character set utf8mb4 collate utf8mb4_bin null,
  add source varchar(300) character set utf8mb4 collate utf8mb4_bin null,
  add what varchar(20) not null default 'outline';
alter table member add index by_role (shell_id, role);
