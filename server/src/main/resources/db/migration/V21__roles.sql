-- Somebody may be several things to the campus; and people of the list have accounts without a password of ours.
alter table account
  add column email varchar(320) not null default '',
  add column person varchar(255) character set utf8mb4 collate utf8mb4_bin null,
  add column from_list boolean not null default false,
  add column subject varchar(600) character set utf8mb4 collate utf8mb4_bin null,
  modify column password varchar(200) null,
  add unique index by_person (person),
  add unique index by_subject (subject);
create table account_role (
  login varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  role varchar(20) character set ascii collate ascii_bin not null,
  primary key (login, role),
  constraint role_of foreign key (login) references account (login)
);
insert into account_role (login, role) select login, role from account;
alter table account drop column role;
create table account_department (
  login varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  department varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (login, department),
  index by_department (department),
  constraint department_of foreign key (login) references account (login)
);
