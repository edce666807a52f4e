-- from when to when students of single sections can enter, as JSON
alter table shell add column windows mediumtext not null default '[]';
