-- Whoever takes a turn writes it down: on a cluster of databases only what is written is seen by the other nodes.
alter table list_turn add column turn bigint not null default 0;
alter table held_lock add column turn bigint not null default 0;
alter table calendar_lock add column turn bigint not null default 0;
alter table term_lock add column turn bigint not null default 0;
-- a row that a key names is found and replicated by it
alter table listed_people add column id tinyint not null default 1 first, add primary key (id);
