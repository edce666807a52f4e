-- A build is planned in the background, in lots of shells that go through their steps together. A step names what it is
-- about and no longer holds what is sent, which follows from the list, the conventions and the template's version.
alter table build
  add kind varchar(20) not null default 'BUILD',
  add undoes bigint,
  add follows bigint,
  add wanted longtext not null default '{"keys":[],"closes":0,"causes":[]}',
  add templates longtext not null default '{}',
  add phase int not null default 12,
  add planned int not null default 0,
  add trial int not null default 0,
  add starts_at datetime(6),
  add paused_by varchar(100),
  add reason text not null default '',
  add index by_state (state),
  add index by_undone (undoes),
  add index by_followed (follows);

create table build_lot (
  id bigint primary key,
  build_id bigint not null,
  phase int not null,
  done boolean not null default false,
  tries int not null default 0,
  errors int not null default 0,
  due_at datetime(6) not null,
  -- which process took it last
  holder varchar(100),
  lease varchar(36) character set ascii collate ascii_bin,
  lease_until datetime(6),
  index by_turn (build_id, phase, done, due_at),
  index by_lease (lease),
  constraint lot_of_build foreign key (build_id) references build (id));

create table build_department (
  build_id bigint not null,
  name varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  shells int not null,
  done int not null default 0,
  failed int not null default 0,
  primary key (build_id, name));

alter table build_step
  add lot bigint not null default 0,
  add mark bigint,
  add made boolean,
  add undone_by longtext,
  modify department varchar(255) not null,
  modify payload longtext,
  add index by_lot (lot, ordinal);

-- what was under way is planned anew by whoever goes on with it
update build set state = 'FAILED', ended_at = now(6), reason = 'Chalk Line was upgraded while it was under way.'
  where state in ('RUNNING', 'WAITING');
update build set planned = shells;
update build_step set state = 'LEFT' where state in ('WAITS', 'UNDER_WAY');
delete from scheduled_tasks where task_name = 'build';
insert into build_department (build_id, name, shells, done, failed)
  select build_id, department, count(*), sum(failed = 0 and done = steps), sum(failed > 0)
  from (select build_id, department, shell_key, count(*) steps, sum(state = 'DONE') done, sum(state = 'FAILED') failed
    from build_step where shell_key <> '' group by build_id, department, shell_key) by_shell
  group by build_id, department;

-- how busy each process is towards the LMS; what all may have together is shared among those at work
create table lms_caller (
  node varchar(100) character set utf8mb4 collate utf8mb4_bin primary key,
  at_once double not null,
  in_flight int not null,
  millis double not null,
  seen_at datetime(6) not null);
