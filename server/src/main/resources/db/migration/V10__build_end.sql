-- who wants a build to end before it is through
alter table build add end_asked_by varchar(100);
