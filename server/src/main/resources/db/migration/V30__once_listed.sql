-- Sections that a list in use once had, by term: a shell of none of them is never closed for its absence.
create table once_listed (
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  section varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (term, section)
);
-- Whether what it has stands there.
alter table arrival add column noted boolean not null default false, add index by_noted (noted, state, outdated);
