-- whether somebody worked on what is in a shell, and who has entered it
alter table shell add column content_by_hand boolean not null default false;
create table visit (
  shell_id bigint not null,
  user_id varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (shell_id, user_id));
alter table category add column hidden boolean not null default false;
-- shells that only administrators enter, and people who can enter one longer than the others
alter table shell add column archived boolean not null default false;
create table extension (
  shell_id bigint not null,
  user_id varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  until varchar(40) not null,
  primary key (shell_id, user_id));
