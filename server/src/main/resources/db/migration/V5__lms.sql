-- A shell that is gone from the LMS has a last row that says so; its content is what was seen before.
alter table held_shell add gone boolean not null default false;

-- Reading the LMS is work in the background; one row for each time that it was asked for.
create table held_refresh (
  id bigint auto_increment primary key,
  everything boolean not null,
  state varchar(20) not null,
  asked_by varchar(100) not null,
  asked_at datetime(6) not null,
  shells int not null,
  changed int not null,
  gone int not null,
  ended_at datetime(6),
  reason text not null);

-- Single rows that are locked so that one thing happens at a time, and counted in by all processes.
create table held_lock (id int primary key);
insert into held_lock values (1);
create table lms_pace (id int primary key, at_second bigint not null, calls int not null);
insert into lms_pace values (1, 0, 0);
create table term_lock (term varchar(255) character set utf8mb4 collate utf8mb4_bin primary key);

alter table build_step
  add idempotency_key varchar(64) character set ascii collate ascii_bin;
