-- one word for one thing: what a step does, in words
alter table build_step change says message text not null;
