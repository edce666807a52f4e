-- What each entry of the ledger is about, to be found by: shells by their keys, departments by their codes and names.
create table ledger_about (
  ledger_id bigint not null,
  kind varchar(12) character set ascii collate ascii_bin not null,
  name varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  primary key (kind, name, ledger_id),
  constraint about_entry foreign key (ledger_id) references ledger (id) on delete cascade
);
