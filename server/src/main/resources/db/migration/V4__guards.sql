-- Lists that trip a guard are held for a person; a list that was in use can be taken back into use.
alter table arrival
  add in_use_since datetime(6),
  add against_id bigint,
  add trips longtext not null default '[]',
  add decided_by varchar(100),
  add decided_at datetime(6),
  add reason text not null default '';
update arrival set in_use_since = read_at where state = 'KEPT';
-- faults are JSON now, since their texts may hold any character; those of lists refused before are not worth the trouble
update arrival set faults = '[]';
alter table arrival drop index by_state, add index by_state (state, in_use_since, id);
