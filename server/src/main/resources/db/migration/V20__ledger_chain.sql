-- Where an entry came from; and its place in the chain, given soon after it was written.
alter table ledger
  add column address varchar(45) character set ascii collate ascii_bin not null default '',
  add column seal bigint null,
  add column digest char(64) character set ascii collate ascii_bin null,
  add unique index by_seal (seal),
  add index by_who (who, id),
  add index by_what (what, id);
create table ledger_head (number bigint not null, digest char(64) character set ascii collate ascii_bin not null);
insert into ledger_head values (0, '0000000000000000000000000000000000000000000000000000000000000000');
