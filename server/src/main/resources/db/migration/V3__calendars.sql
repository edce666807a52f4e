-- Addresses at which calendars can be subscribed to; the secret in them is kept as its SHA-256 only.
create table calendar_address (
  id bigint primary key,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  kind varchar(20) not null,
  scope_key varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  secret_hash char(64) not null,
  made_at datetime(6) not null,
  made_by varchar(100) not null,
  unique key (term, kind, scope_key),
  unique key (secret_hash));
create sequence calendar_address_seq start with 1 increment by 50 nocache;

-- Entries of calendars as they were last given out, so that a change carries a higher sequence.
create table calendar_event (
  uid varchar(400) character set utf8mb4 collate utf8mb4_bin primary key,
  fingerprint char(64) not null,
  sequence int not null,
  changed_at datetime(6) not null);
