-- mail that waits to be sent, or was; a message goes once to each recipient
create table mail (
  id bigint auto_increment primary key,
  message_key varchar(100) character set utf8mb4 collate utf8mb4_bin not null,
  recipient varchar(320) character set utf8mb4 collate utf8mb4_bin not null,
  subject varchar(300) character set utf8mb4 collate utf8mb4_bin not null,
  plain longtext character set utf8mb4 collate utf8mb4_bin not null,
  html longtext character set utf8mb4 collate utf8mb4_bin not null,
  created_at datetime(6) not null,
  due_at datetime(6) not null,
  tries int not null default 0,
  reason varchar(500) character set utf8mb4 collate utf8mb4_bin not null default '',
  sent_at datetime(6),
  unique once (message_key, recipient),
  index by_due (sent_at, due_at)
);
