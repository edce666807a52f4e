-- a digest of the people of each section, as JSON by section; null where nobody was put in through this API
alter table shell add column rosters mediumtext null;
