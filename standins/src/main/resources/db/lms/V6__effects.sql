-- what was done in truth, and how often, so that nothing done twice goes unseen
create table effect (
  kind varchar(40) not null,
  subject varchar(700) character set utf8mb4 collate utf8mb4_bin not null,
  times int not null,
  primary key (kind, subject));
-- what becomes of a copy: nothing unusual where it is empty
alter table copy_job add fate varchar(10) not null default '';
