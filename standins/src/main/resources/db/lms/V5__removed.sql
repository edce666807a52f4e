-- shells that are gone, so that whoever asks for what changed since a mark hears of them
create table removed (shell_id bigint primary key, mark bigint not null, index by_mark (mark));
