-- Lists come from several sources, our own sections among them; what is in use is read from the last of each.
alter table arrival
  change source way varchar(20) character set ascii collate ascii_bin not null,
  add source varchar(40) character set ascii collate ascii_bin not null default 'registrar',
  add parts text character set ascii collate ascii_bin not null default '{}',
  add merged longtext not null default '{}',
  add index by_source (source, id);
create table list_turn (id int primary key);
insert into list_turn values (1);
