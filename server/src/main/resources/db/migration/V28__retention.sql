-- Rows that were taken out after their time; what they were is still told.
alter table arrival add column outdated boolean not null default false;
alter table held_version add column outdated boolean not null default false;
