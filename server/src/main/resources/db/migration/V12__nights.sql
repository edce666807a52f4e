-- Lists are fetched by themselves at a time of day, and not read again while the registrar says that they are the same.
alter table arrival
  add etag varchar(100) character set utf8mb4 collate utf8mb4_bin not null default '',
  add last_modified varchar(100) character set utf8mb4 collate utf8mb4_bin not null default '',
  add same_as bigint,
  -- against the list before: sections, and students of sections
  add came_in int not null default 0,
  add went_out int not null default 0,
  add adds int not null default 0,
  add drops int not null default 0;
create table list_schedule (
  source varchar(40) character set ascii collate ascii_bin primary key,
  active boolean not null,
  at_time time not null,
  -- the last day on which it was fetched, or was not to be any more
  last_day date not null,
  changed_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  changed_at datetime(6) not null
);
