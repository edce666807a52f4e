-- What a campus says of its courses to everybody, and whether it does.
create table course_pages (published boolean not null);
insert into course_pages values (false);
create table course_text (
  course_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null primary key,
  summary text not null,
  prerequisites text not null,
  technical text not null,
  written_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  written_at datetime(6) not null
);
