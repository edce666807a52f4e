-- From when people may ask for something in a term, and what is decided by rule.
create table asking (
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null primary key,
  opens date null,
  by_rule varchar(400) character set ascii collate ascii_bin not null
);
create table shell_request (
  id bigint auto_increment primary key,
  version int not null,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  kind varchar(20) character set ascii collate ascii_bin not null,
  state varchar(20) character set ascii collate ascii_bin not null,
  asker varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  person varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  wish mediumtext not null,
  -- what it came to when it was asked for, as the screens show it
  does mediumtext not null,
  asked_at datetime(6) not null,
  decided_by varchar(100) character set utf8mb4 collate utf8mb4_bin null,
  decided_at datetime(6) null,
  reason text not null,
  build_id bigint null,
  ended_at datetime(6) null,
  index by_state (state, id),
  index by_asker (asker, id),
  index by_term (term, id)
);
create table request_department (
  request_id bigint not null,
  department varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (request_id, department),
  index by_department (department, request_id),
  constraint request_department_of foreign key (request_id) references shell_request (id)
);
create table request_section (
  request_id bigint not null,
  section varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (request_id, section),
  index by_section (section, request_id),
  constraint request_section_of foreign key (request_id) references shell_request (id)
);
create table request_turn (
  id bigint auto_increment primary key,
  request_id bigint not null,
  at datetime(6) not null,
  who varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  what varchar(60) not null,
  note text not null,
  index by_request (request_id, id),
  constraint request_turn_of foreign key (request_id) references shell_request (id)
);
-- What a link in mail leads to, for one person and for a time; the link itself is told to that person alone.
create table request_link (
  digest char(64) character set ascii collate ascii_bin not null primary key,
  request_id bigint not null,
  login varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  until datetime(6) not null,
  index by_until (until),
  constraint request_link_of foreign key (request_id) references shell_request (id)
);
-- People of a shell beside those of its sections, for a time.
create table shell_person (
  id bigint auto_increment primary key,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  shell_key varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  user_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  role varchar(20) character set ascii collate ascii_bin not null,
  until date null,
  reason varchar(1000) not null,
  -- whether the LMS knows
  told boolean not null,
  let_in_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  let_in_at datetime(6) not null,
  ended_by varchar(100) character set utf8mb4 collate utf8mb4_bin null,
  ended_at datetime(6) null,
  index by_shell (term, shell_key),
  index by_until (ended_at, until)
);
-- A word that lets somebody enter a shell; it is kept as it is, since it is to be read out again.
create table entry_code (
  id bigint auto_increment primary key,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  shell_key varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  code varchar(40) character set ascii collate ascii_bin not null,
  until date null,
  -- whether the LMS knows
  told boolean not null,
  made_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  made_at datetime(6) not null,
  ended_by varchar(100) character set utf8mb4 collate utf8mb4_bin null,
  ended_at datetime(6) null,
  index by_shell (term, shell_key),
  index by_until (ended_at, until)
);
-- The list whose instructors have accounts.
create table listed_people (arrival bigint not null);
insert into listed_people values (0);
