create table account (
  login varchar(100) character set utf8mb4 collate utf8mb4_bin primary key,
  name varchar(200) not null,
  password varchar(200) not null,
  role varchar(30) not null);

create table ledger (
  id bigint auto_increment primary key,
  at datetime(6) not null,
  who varchar(100) not null,
  what varchar(60) not null,
  subject varchar(300) not null,
  detail longtext not null,
  index by_time (at));

-- What has come in. A kept arrival is a snapshot: its rows are never changed.
create table arrival (
  id bigint auto_increment primary key,
  source varchar(20) not null,
  file_name varchar(300) not null,
  state varchar(20) not null,
  received_at datetime(6) not null,
  received_by varchar(100) not null,
  read_at datetime(6),
  content_hash char(64),
  sections int not null,
  courses int not null,
  people int not null,
  enrollments int not null,
  fault_count int not null,
  faults longtext not null,
  index by_state (state, id));

create table arrival_file (
  arrival_id bigint primary key,
  content longblob not null);

create table listed_session (
  arrival_id bigint not null, ordinal int not null,
  source_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  title text not null, type varchar(64) not null, first_day date not null, last_day date,
  parent_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  code varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (arrival_id, ordinal));

create table listed_org (
  arrival_id bigint not null, ordinal int not null,
  source_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  code varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  name text not null, type varchar(64) not null,
  parent_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (arrival_id, ordinal));

create table listed_course (
  arrival_id bigint not null, ordinal int not null,
  source_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  title text not null, course_code text not null,
  org_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  credits text not null,
  primary key (arrival_id, ordinal));

create table listed_class (
  arrival_id bigint not null, ordinal int not null,
  source_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  title text not null,
  course_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  class_code text not null, location text not null,
  session_ids text character set utf8mb4 collate utf8mb4_bin not null,
  periods text not null, reference text not null, delivery text not null, campus text not null,
  cross_list text not null, capacity text not null, tags text not null,
  primary key (arrival_id, ordinal));

create table listed_person (
  arrival_id bigint not null, ordinal int not null,
  source_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  enabled boolean not null, username text not null, given_name text not null, family_name text not null,
  identifier text not null, email text not null,
  primary key (arrival_id, ordinal));

create table listed_enrollment (
  arrival_id bigint not null, ordinal int not null,
  source_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  class_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  user_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  role varchar(64) not null, is_primary boolean not null, begins varchar(10) not null, ends varchar(10) not null,
  primary key (arrival_id, ordinal));

create table conventions_version (
  number int primary key,
  based_on int not null,
  yaml longtext not null,
  kept_at datetime(6) not null,
  kept_by varchar(100) not null,
  note text not null);

-- What the LMS holds: a row for each time that a shell was seen changed. Rows are never changed.
create table held_version (
  number int primary key,
  lms_mark bigint not null,
  seen_at datetime(6) not null);

create table held_shell (
  shell_id bigint not null,
  version int not null,
  content longtext not null,
  primary key (shell_id, version));

create table build (
  id bigint auto_increment primary key,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  arrival_id bigint not null,
  conventions_version int not null,
  held_version int not null,
  shells int not null,
  state varchar(20) not null,
  started_at datetime(6) not null,
  started_by varchar(100) not null,
  ended_at datetime(6),
  version int not null,
  index by_term (term, id));

create table build_step (
  id bigint primary key,
  build_id bigint not null,
  ordinal int not null,
  shell_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  shell_code varchar(300) not null,
  department text not null,
  verb varchar(20) not null,
  says text not null,
  payload longtext not null,
  state varchar(20) not null,
  attempts int not null,
  refused varchar(60) not null,
  reason text not null,
  job bigint,
  settled_at datetime(6),
  unique by_order (build_id, ordinal),
  index by_state (build_id, state, ordinal),
  index by_shell (build_id, shell_key),
  constraint step_of_build foreign key (build_id) references build (id));
create sequence build_step_seq start with 1 increment by 1000 nocache;

create table scheduled_tasks (
  task_name varchar(100) character set ascii collate ascii_bin not null,
  task_instance varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  task_data longblob, execution_time datetime(6) not null, picked boolean not null, picked_by varchar(50),
  last_success datetime(6), last_failure datetime(6), consecutive_failures int, last_heartbeat datetime(6),
  version bigint not null, priority smallint, primary key (task_name, task_instance),
  index execution_time_idx (execution_time), index last_heartbeat_idx (last_heartbeat),
  index priority_execution_time_idx (priority desc, execution_time asc));

create table SPRING_SESSION (
  primary_id char(36) not null, session_id char(36) not null, creation_time bigint not null,
  last_access_time bigint not null, max_inactive_interval int not null, expiry_time bigint not null,
  principal_name varchar(100), primary key (primary_id));
create unique index spring_session_ix1 on SPRING_SESSION (session_id);
create index spring_session_ix2 on SPRING_SESSION (expiry_time);
create index spring_session_ix3 on SPRING_SESSION (principal_name);
create table SPRING_SESSION_ATTRIBUTES (
  session_primary_id char(36) not null, attribute_name varchar(200) not null, attribute_bytes longblob not null,
  primary key (session_primary_id, attribute_name),
  constraint spring_session_attributes_fk foreign key (session_primary_id) references SPRING_SESSION (primary_id) on delete cascade);
