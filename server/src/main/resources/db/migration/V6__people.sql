alter table account
  add disabled boolean not null default false,
  add must_change boolean not null default false;
