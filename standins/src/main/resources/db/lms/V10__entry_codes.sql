create table entry_code (
  shell_id bigint not null primary key,
  code varchar(40) character set ascii collate ascii_bin not null,
  until varchar(40) not null default ''
);
