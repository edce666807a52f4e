-- Sheets of courses that were kept, row by row, and what their columns were taken for.
create table kept_sheet (
  id bigint auto_increment primary key,
  arrival_id bigint not null,
  term varchar(255) character set utf8mb4 collate utf8mb4_bin not null,
  name varchar(300) not null,
  note varchar(1000) not null,
  kept_by varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  kept_at datetime(6) not null,
  kept_rows int not null,
  headings longtext not null,
  all_rows longtext not null,
  index by_term (term, id)
);
create table sheet_columns (
  headings char(64) character set ascii collate ascii_bin primary key,
  columns_said text not null,
  days varchar(20) character set ascii collate ascii_bin not null
);
