-- what the mail stand-in took, by the id that its sender gave it
create table mail (
  id bigint auto_increment primary key,
  message_id varchar(255) character set utf8mb4 collate utf8mb4_bin not null unique,
  sender varchar(320) not null,
  recipient varchar(320) not null,
  subject varchar(500) character set utf8mb4 collate utf8mb4_bin not null,
  plain longtext character set utf8mb4 collate utf8mb4_bin not null,
  html longtext character set utf8mb4 collate utf8mb4_bin not null,
  times int not null default 1,
  received_at datetime(6) not null
);
