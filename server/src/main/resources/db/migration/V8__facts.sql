-- what a class says of itself in one column, so that a new column of the registrar's list needs none of ours
alter table listed_class add facts mediumtext character set utf8mb4 collate utf8mb4_bin;
update listed_class set facts = json_object(
  'ROOM', location, 'MEETS', periods, 'REFERENCE', reference, 'DELIVERY', delivery, 'CAMPUS', campus,
  'CROSS_LIST', cross_list, 'CAPACITY', capacity, 'TAGS', tags);
alter table listed_class modify facts mediumtext character set utf8mb4 collate utf8mb4_bin not null,
  drop location, drop periods, drop reference, drop delivery, drop campus, drop cross_list, drop capacity, drop tags;
