-- at which mark what is in a shell changed last
alter table shell add column edited bigint not null default 0;
