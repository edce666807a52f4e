-- All tables as the migrations up to the 30th make them, for a database that has none yet; what it holds later migrations go on from.
-- It can be run again after it was interrupted. Written as the database prints it; a test holds it against the migrations.

create table if not exists SPRING_SESSION (
  `primary_id` char(36) NOT NULL,
  `session_id` char(36) NOT NULL,
  `creation_time` bigint(20) NOT NULL,
  `last_access_time` bigint(20) NOT NULL,
  `max_inactive_interval` int(11) NOT NULL,
  `expiry_time` bigint(20) NOT NULL,
  `principal_name` varchar(100) DEFAULT NULL,
  PRIMARY KEY (`primary_id`),
  UNIQUE KEY `spring_session_ix1` (`session_id`),
  KEY `spring_session_ix2` (`expiry_time`),
  KEY `spring_session_ix3` (`principal_name`)
);

create table if not exists account (
  `login` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `name` varchar(200) NOT NULL,
  `password` varchar(200) DEFAULT NULL,
  `disabled` tinyint(1) NOT NULL DEFAULT 0,
  `must_change` tinyint(1) NOT NULL DEFAULT 0,
  `email` varchar(320) NOT NULL DEFAULT '',
  `person` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `from_list` tinyint(1) NOT NULL DEFAULT 0,
  `subject` varchar(600) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  PRIMARY KEY (`login`),
  UNIQUE KEY `by_person` (`person`),
  UNIQUE KEY `by_subject` (`subject`)
);

create table if not exists archive_rule (
  `after_days` int(11) NOT NULL,
  `keep_terms` int(11) NOT NULL,
  `by_itself` tinyint(1) NOT NULL
);

create table if not exists arrival (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `way` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `file_name` varchar(300) NOT NULL,
  `state` varchar(20) NOT NULL,
  `received_at` datetime(6) NOT NULL,
  `received_by` varchar(100) NOT NULL,
  `read_at` datetime(6) DEFAULT NULL,
  `content_hash` char(64) DEFAULT NULL,
  `sections` int(11) NOT NULL,
  `courses` int(11) NOT NULL,
  `people` int(11) NOT NULL,
  `enrollments` int(11) NOT NULL,
  `fault_count` bigint(20) NOT NULL,
  `faults` longtext NOT NULL,
  `in_use_since` datetime(6) DEFAULT NULL,
  `against_id` bigint(20) DEFAULT NULL,
  `trips` longtext NOT NULL DEFAULT '[]',
  `decided_by` varchar(100) DEFAULT NULL,
  `decided_at` datetime(6) DEFAULT NULL,
  `reason` text NOT NULL DEFAULT '',
  `oddities` longtext NOT NULL DEFAULT '[]',
  `attempts` int(11) NOT NULL DEFAULT 0,
  `etag` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '',
  `last_modified` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '',
  `same_as` bigint(20) DEFAULT NULL,
  `came_in` int(11) NOT NULL DEFAULT 0,
  `went_out` int(11) NOT NULL DEFAULT 0,
  `adds` int(11) NOT NULL DEFAULT 0,
  `drops` int(11) NOT NULL DEFAULT 0,
  `left_out` longtext NOT NULL DEFAULT '[]',
  `source` varchar(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT 'registrar',
  `parts` text CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '{}',
  `merged` longtext NOT NULL DEFAULT '{}',
  `outdated` tinyint(1) NOT NULL DEFAULT 0,
  `noted` tinyint(1) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`),
  KEY `by_state` (`state`,`in_use_since`,`id`),
  KEY `by_source` (`source`,`id`),
  KEY `by_noted` (`noted`,`state`,`outdated`)
);

create table if not exists arrival_piece (
  `arrival_id` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `content` longblob NOT NULL,
  PRIMARY KEY (`arrival_id`,`ordinal`)
);

create table if not exists asking (
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `opens` date DEFAULT NULL,
  `by_rule` varchar(400) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (`term`)
);

create table if not exists build (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `arrival_id` bigint(20) NOT NULL,
  `conventions_version` int(11) NOT NULL,
  `held_version` int(11) NOT NULL,
  `shells` int(11) NOT NULL,
  `state` varchar(20) NOT NULL,
  `started_at` datetime(6) NOT NULL,
  `started_by` varchar(100) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  `version` int(11) NOT NULL,
  `end_asked_by` varchar(100) DEFAULT NULL,
  `kind` varchar(20) NOT NULL DEFAULT 'BUILD',
  `undoes` bigint(20) DEFAULT NULL,
  `follows` bigint(20) DEFAULT NULL,
  `wanted` longtext NOT NULL DEFAULT '{"keys":[],"closes":0,"causes":[]}',
  `templates` longtext NOT NULL DEFAULT '{}',
  `phase` int(11) NOT NULL DEFAULT 12,
  `planned` int(11) NOT NULL DEFAULT 0,
  `trial` int(11) NOT NULL DEFAULT 0,
  `starts_at` datetime(6) DEFAULT NULL,
  `paused_by` varchar(100) DEFAULT NULL,
  `reason` text NOT NULL DEFAULT '',
  PRIMARY KEY (`id`),
  KEY `by_term` (`term`,`id`),
  KEY `by_state` (`state`),
  KEY `by_undone` (`undoes`),
  KEY `by_followed` (`follows`)
);

create table if not exists build_department (
  `build_id` bigint(20) NOT NULL,
  `name` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shells` int(11) NOT NULL,
  `done` int(11) NOT NULL DEFAULT 0,
  `failed` int(11) NOT NULL DEFAULT 0,
  PRIMARY KEY (`build_id`,`name`)
);

create table if not exists built_shell (
  `shell_key` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `build_id` bigint(20) NOT NULL,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `content` longtext DEFAULT NULL,
  PRIMARY KEY (`shell_key`,`build_id`),
  KEY `by_term` (`term`,`build_id`),
  KEY `by_build` (`build_id`)
);

create table if not exists by_itself (
  `id` int(11) NOT NULL,
  `kinds` varchar(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `most_shells` int(11) NOT NULL,
  `last_list` bigint(20) NOT NULL,
  `outcome` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `changed_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `changed_at` datetime(6) NOT NULL,
  PRIMARY KEY (`id`)
);

create table if not exists calendar_address (
  `id` bigint(20) NOT NULL,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `kind` varchar(20) NOT NULL,
  `scope_key` varchar(780) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `secret_hash` char(64) NOT NULL,
  `made_at` datetime(6) NOT NULL,
  `made_by` varchar(100) NOT NULL,
  `key_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin GENERATED ALWAYS AS (sha2(concat(`term`,'\n',`kind`,'\n',`scope_key`),256)) STORED,
  PRIMARY KEY (`id`),
  UNIQUE KEY `secret_hash` (`secret_hash`),
  UNIQUE KEY `key_hash` (`key_hash`),
  KEY `by_term` (`term`)
);

create table if not exists calendar_event (
  `uid` varchar(400) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `fingerprint` char(64) NOT NULL,
  `sequence` int(11) NOT NULL,
  `changed_at` datetime(6) NOT NULL,
  PRIMARY KEY (`uid`)
);

create table if not exists calendar_lock (
  `id` int(11) NOT NULL,
  `turn` bigint(20) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`)
);

create table if not exists conventions_version (
  `number` int(11) NOT NULL,
  `based_on` int(11) NOT NULL,
  `yaml` longtext NOT NULL,
  `kept_at` datetime(6) NOT NULL,
  `kept_by` varchar(100) NOT NULL,
  `note` text NOT NULL,
  PRIMARY KEY (`number`)
);

create table if not exists course_pages (
  `published` tinyint(1) NOT NULL
);

create table if not exists course_text (
  `course_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `summary` text NOT NULL,
  `prerequisites` text NOT NULL,
  `technical` text NOT NULL,
  `written_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `written_at` datetime(6) NOT NULL,
  PRIMARY KEY (`course_id`)
);

create table if not exists drift_seen (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_key` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `field` varchar(60) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `held` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `first_seen` datetime(6) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `by_term` (`term`,`ended_at`)
);

create table if not exists entry_code (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_key` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `code` varchar(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `until` date DEFAULT NULL,
  `told` tinyint(1) NOT NULL,
  `made_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `made_at` datetime(6) NOT NULL,
  `ended_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `by_shell` (`term`,`shell_key`),
  KEY `by_until` (`ended_at`,`until`)
);

create table if not exists export (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `profile_id` bigint(20) DEFAULT NULL,
  `name` varchar(200) NOT NULL,
  `yaml` mediumtext NOT NULL,
  `form` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `arrival` bigint(20) NOT NULL,
  `conventions` int(11) NOT NULL,
  `held` int(11) NOT NULL,
  `since` bigint(20) DEFAULT NULL,
  `differences` tinyint(1) NOT NULL,
  `state` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `reason` varchar(1000) NOT NULL,
  `waiting` int(11) NOT NULL DEFAULT 0,
  `passed` int(11) NOT NULL DEFAULT 0,
  `failed` int(11) NOT NULL DEFAULT 0,
  `left_out` int(11) NOT NULL DEFAULT 0,
  `fresh` int(11) NOT NULL DEFAULT 0,
  `changed` int(11) NOT NULL DEFAULT 0,
  `same` int(11) NOT NULL DEFAULT 0,
  `gone` int(11) NOT NULL DEFAULT 0,
  `asked_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `asked_at` datetime(6) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `by_term` (`term`,`id`),
  KEY `by_profile` (`profile_id`,`term`,`id`)
);

create table if not exists export_passed (
  `profile_id` bigint(20) NOT NULL,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `row_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `row_key` varchar(600) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_key` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `part` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `file` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `cells` mediumtext NOT NULL,
  `match_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `export_id` bigint(20) NOT NULL,
  `held` int(11) NOT NULL,
  PRIMARY KEY (`profile_id`,`term`,`row_hash`),
  KEY `by_shell` (`profile_id`,`term`,`shell_key`)
);

create table if not exists export_profile (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `version` int(11) NOT NULL,
  `name` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `yaml` mediumtext NOT NULL,
  `kept_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `kept_at` datetime(6) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `by_name` (`name`)
);

create table if not exists extension (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_key` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `user_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `until` varchar(40) NOT NULL,
  `reason` varchar(1000) NOT NULL,
  `given_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `given_at` datetime(6) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `by_term` (`term`,`ended_at`)
);

create table if not exists file_lms (
  `id` tinyint(4) NOT NULL,
  `mark` bigint(20) NOT NULL,
  PRIMARY KEY (`id`)
);

create table if not exists file_shell (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `shell_key` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `content` mediumtext NOT NULL,
  `members` longtext NOT NULL,
  `gone` tinyint(1) NOT NULL,
  `mark` bigint(20) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `by_key` (`shell_key`),
  KEY `by_mark` (`mark`)
);

create table if not exists given_up (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `at` datetime(6) NOT NULL,
  `task` varchar(100) NOT NULL,
  `instance` varchar(100) NOT NULL,
  `reason` text NOT NULL,
  PRIMARY KEY (`id`)
);

create table if not exists held_lock (
  `id` int(11) NOT NULL,
  `turn` bigint(20) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`)
);

create table if not exists held_refresh (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `everything` tinyint(1) NOT NULL,
  `state` varchar(20) NOT NULL,
  `asked_by` varchar(100) NOT NULL,
  `asked_at` datetime(6) NOT NULL,
  `shells` int(11) NOT NULL,
  `changed` int(11) NOT NULL,
  `gone` int(11) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  `reason` text NOT NULL,
  PRIMARY KEY (`id`)
);

create table if not exists held_shell (
  `shell_id` bigint(20) NOT NULL,
  `version` int(11) NOT NULL,
  `content` longtext NOT NULL,
  `gone` tinyint(1) NOT NULL DEFAULT 0,
  PRIMARY KEY (`shell_id`,`version`)
);

create table if not exists held_version (
  `number` int(11) NOT NULL,
  `lms_mark` bigint(20) NOT NULL,
  `seen_at` datetime(6) NOT NULL,
  `outdated` tinyint(1) NOT NULL DEFAULT 0,
  PRIMARY KEY (`number`)
);

create table if not exists kept_sheet (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `arrival_id` bigint(20) NOT NULL,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `name` varchar(300) NOT NULL,
  `note` varchar(1000) NOT NULL,
  `kept_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `kept_at` datetime(6) NOT NULL,
  `kept_rows` int(11) NOT NULL,
  `headings` longtext NOT NULL,
  `all_rows` longtext NOT NULL,
  PRIMARY KEY (`id`),
  KEY `by_term` (`term`,`id`)
);

create table if not exists ledger (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `at` datetime(6) NOT NULL,
  `who` varchar(100) NOT NULL,
  `what` varchar(60) NOT NULL,
  `subject` varchar(300) NOT NULL,
  `detail` longtext NOT NULL,
  `address` varchar(45) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '',
  `seal` bigint(20) DEFAULT NULL,
  `digest` char(64) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `by_seal` (`seal`),
  KEY `by_time` (`at`),
  KEY `by_who` (`who`,`id`),
  KEY `by_what` (`what`,`id`)
);

create table if not exists ledger_head (
  `number` bigint(20) NOT NULL,
  `digest` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL
);

create table if not exists left_out (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `kind` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `department` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `reason` varchar(1000) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `made_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `made_at` datetime(6) NOT NULL,
  `lifted_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `lifted_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`)
);

create table if not exists list_schedule (
  `source` varchar(40) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `active` tinyint(1) NOT NULL,
  `at_time` time NOT NULL,
  `last_day` date NOT NULL,
  `changed_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `changed_at` datetime(6) NOT NULL,
  PRIMARY KEY (`source`)
);

create table if not exists list_turn (
  `id` int(11) NOT NULL,
  `turn` bigint(20) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`)
);

create table if not exists listed_class (
  `arrival_id` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `source_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `title` text NOT NULL,
  `course_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `class_code` text NOT NULL,
  `session_ids` text CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `facts` mediumtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`arrival_id`,`ordinal`)
);

create table if not exists listed_course (
  `arrival_id` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `source_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `title` text NOT NULL,
  `course_code` text NOT NULL,
  `org_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `credits` text NOT NULL,
  PRIMARY KEY (`arrival_id`,`ordinal`)
);

create table if not exists listed_enrollment (
  `arrival_id` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `source_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `class_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `user_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `role` varchar(64) NOT NULL,
  `is_primary` tinyint(1) NOT NULL,
  `begins` varchar(10) NOT NULL,
  `ends` varchar(10) NOT NULL,
  PRIMARY KEY (`arrival_id`,`ordinal`)
);

create table if not exists listed_org (
  `arrival_id` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `source_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `code` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `name` text NOT NULL,
  `type` varchar(64) NOT NULL,
  `parent_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`arrival_id`,`ordinal`)
);

create table if not exists listed_people (
  `id` tinyint(4) NOT NULL DEFAULT 1,
  `arrival` bigint(20) NOT NULL,
  PRIMARY KEY (`id`)
);

create table if not exists listed_person (
  `arrival_id` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `source_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `enabled` tinyint(1) NOT NULL,
  `username` text NOT NULL,
  `given_name` text NOT NULL,
  `family_name` text NOT NULL,
  `identifier` text NOT NULL,
  `email` text NOT NULL,
  PRIMARY KEY (`arrival_id`,`ordinal`)
);

create table if not exists listed_session (
  `arrival_id` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `source_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `title` text NOT NULL,
  `type` varchar(64) NOT NULL,
  `first_day` date NOT NULL,
  `last_day` date DEFAULT NULL,
  `parent_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `code` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`arrival_id`,`ordinal`)
);

create table if not exists lms_caller (
  `node` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `at_once` double NOT NULL,
  `in_flight` int(11) NOT NULL,
  `millis` double NOT NULL,
  `seen_at` datetime(6) NOT NULL,
  PRIMARY KEY (`node`)
);

create table if not exists lms_pace (
  `id` int(11) NOT NULL,
  `at_second` bigint(20) NOT NULL,
  `calls` int(11) NOT NULL,
  PRIMARY KEY (`id`)
);

create table if not exists mail (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `message_key` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `recipient` varchar(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `subject` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `plain` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `html` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `created_at` datetime(6) NOT NULL,
  `due_at` datetime(6) NOT NULL,
  `tries` int(11) NOT NULL DEFAULT 0,
  `reason` varchar(500) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '',
  `sent_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `once` (`message_key`,`recipient`),
  KEY `by_due` (`sent_at`,`due_at`)
);

create table if not exists master (
  `id` varchar(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `title` varchar(2000) NOT NULL,
  `code` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `category` varchar(2000) NOT NULL,
  `dates_of` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `made_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `made_at` datetime(6) NOT NULL,
  `copy_job` bigint(20) DEFAULT NULL,
  `copy_says` varchar(1000) NOT NULL DEFAULT '',
  `read_mark` bigint(20) DEFAULT NULL,
  `asked_at` datetime(6) DEFAULT NULL,
  `retired_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `retired_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`)
);

create table if not exists master_course (
  `master_id` varchar(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `course` varchar(200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`master_id`,`course`)
);

create table if not exists master_person (
  `master_id` varchar(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `user_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `role` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `added_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `added_at` datetime(6) NOT NULL,
  PRIMARY KEY (`master_id`,`user_id`)
);

create table if not exists master_rule (
  `unused_terms` int(11) NOT NULL
);

create table if not exists master_start (
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_key` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `master_id` varchar(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `version` int(11) NOT NULL,
  `started_at` datetime(6) NOT NULL,
  PRIMARY KEY (`term`,`shell_key`),
  KEY `by_master` (`master_id`,`term`)
);

create table if not exists master_version (
  `master_id` varchar(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `number` int(11) NOT NULL,
  `digest` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `content` longtext NOT NULL,
  `seen_at` datetime(6) NOT NULL,
  PRIMARY KEY (`master_id`,`number`)
);

create table if not exists once_listed (
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `section` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`term`,`section`)
);

create table if not exists sample (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `what` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `whole` int(11) NOT NULL,
  `share` double NOT NULL,
  `confidence` double NOT NULL,
  `seed` bigint(20) NOT NULL,
  `drawn_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `drawn_at` datetime(6) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `by_term` (`term`,`id`)
);

create table if not exists sample_shell (
  `sample_id` bigint(20) NOT NULL,
  `shell_key` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `ordinal` int(11) NOT NULL,
  `part` varchar(2000) NOT NULL,
  `sound` tinyint(1) DEFAULT NULL,
  `found` varchar(1000) NOT NULL DEFAULT '',
  `looked_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `looked_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`sample_id`,`shell_key`)
);

create table if not exists scheduled_tasks (
  `task_name` varchar(100) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `task_instance` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `task_data` longblob DEFAULT NULL,
  `execution_time` datetime(6) NOT NULL,
  `picked` tinyint(1) NOT NULL,
  `picked_by` varchar(50) DEFAULT NULL,
  `last_success` datetime(6) DEFAULT NULL,
  `last_failure` datetime(6) DEFAULT NULL,
  `consecutive_failures` int(11) DEFAULT NULL,
  `last_heartbeat` datetime(6) DEFAULT NULL,
  `version` bigint(20) NOT NULL,
  `priority` smallint(6) DEFAULT NULL,
  PRIMARY KEY (`task_name`,`task_instance`),
  KEY `execution_time_idx` (`execution_time`),
  KEY `last_heartbeat_idx` (`last_heartbeat`),
  KEY `priority_execution_time_idx` (`priority` DESC,`execution_time`)
);

create table if not exists sheet_columns (
  `headings` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `columns_said` text NOT NULL,
  `days` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (`headings`)
);

create table if not exists shell_person (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_key` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `user_id` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `role` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `until` date DEFAULT NULL,
  `reason` varchar(1000) NOT NULL,
  `told` tinyint(1) NOT NULL,
  `let_in_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `let_in_at` datetime(6) NOT NULL,
  `ended_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `by_shell` (`term`,`shell_key`),
  KEY `by_until` (`ended_at`,`until`)
);

create table if not exists shell_request (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `version` int(11) NOT NULL,
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `kind` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `state` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `asker` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `person` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `wish` mediumtext NOT NULL,
  `does` mediumtext NOT NULL,
  `asked_at` datetime(6) NOT NULL,
  `decided_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL,
  `decided_at` datetime(6) DEFAULT NULL,
  `reason` text NOT NULL,
  `build_id` bigint(20) DEFAULT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `by_state` (`state`,`id`),
  KEY `by_asker` (`asker`,`id`),
  KEY `by_term` (`term`,`id`)
);

create table if not exists shell_start (
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_key` varchar(780) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `from_key` varchar(780) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `content` longtext NOT NULL,
  `kept_at` datetime(6) NOT NULL,
  `kept_by` varchar(100) NOT NULL,
  `version` int(11) NOT NULL,
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `key_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin GENERATED ALWAYS AS (sha2(concat(`term`,'\n',`shell_key`),256)) STORED,
  PRIMARY KEY (`id`),
  UNIQUE KEY `key_hash` (`key_hash`),
  KEY `by_term` (`term`)
);

create table if not exists sign_in_failure (
  `what` varchar(320) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `failures` int(11) NOT NULL,
  `last_at` datetime(6) NOT NULL,
  PRIMARY KEY (`what`),
  KEY `by_last` (`last_at`)
);

create table if not exists template_file (
  `hash` char(64) NOT NULL,
  `content` longblob NOT NULL,
  PRIMARY KEY (`hash`)
);

create table if not exists template_version (
  `template_id` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `number` int(11) NOT NULL,
  `title` varchar(200) NOT NULL,
  `content` longtext NOT NULL,
  `gone` tinyint(1) NOT NULL,
  `kept_at` datetime(6) NOT NULL,
  `kept_by` varchar(100) NOT NULL,
  `note` text NOT NULL,
  PRIMARY KEY (`template_id`,`number`)
);

create table if not exists term_lock (
  `term` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `turn` bigint(20) NOT NULL DEFAULT 0,
  PRIMARY KEY (`term`)
);

create table if not exists SPRING_SESSION_ATTRIBUTES (
  `session_primary_id` char(36) NOT NULL,
  `attribute_name` varchar(200) NOT NULL,
  `attribute_bytes` longblob NOT NULL,
  PRIMARY KEY (`session_primary_id`,`attribute_name`),
  CONSTRAINT `spring_session_attributes_fk` FOREIGN KEY (`session_primary_id`) REFERENCES `SPRING_SESSION` (`primary_id`) ON DELETE CASCADE
);

create table if not exists account_department (
  `login` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `department` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`login`,`department`),
  KEY `by_department` (`department`),
  CONSTRAINT `department_of` FOREIGN KEY (`login`) REFERENCES `account` (`login`)
);

create table if not exists account_role (
  `login` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `role` varchar(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  PRIMARY KEY (`login`,`role`),
  CONSTRAINT `role_of` FOREIGN KEY (`login`) REFERENCES `account` (`login`)
);

create table if not exists build_lot (
  `id` bigint(20) NOT NULL,
  `build_id` bigint(20) NOT NULL,
  `phase` int(11) NOT NULL,
  `done` tinyint(1) NOT NULL DEFAULT 0,
  `tries` int(11) NOT NULL DEFAULT 0,
  `errors` int(11) NOT NULL DEFAULT 0,
  `due_at` datetime(6) NOT NULL,
  `holder` varchar(100) DEFAULT NULL,
  `lease` varchar(36) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `lease_until` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `by_turn` (`build_id`,`phase`,`done`,`due_at`),
  KEY `by_lease` (`lease`),
  CONSTRAINT `lot_of_build` FOREIGN KEY (`build_id`) REFERENCES `build` (`id`)
);

create table if not exists build_step (
  `id` bigint(20) NOT NULL,
  `build_id` bigint(20) NOT NULL,
  `ordinal` int(11) NOT NULL,
  `shell_key` varchar(780) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_code` text NOT NULL,
  `department` varchar(255) NOT NULL,
  `verb` varchar(20) NOT NULL,
  `message` text NOT NULL,
  `payload` longtext DEFAULT NULL,
  `state` varchar(20) NOT NULL,
  `attempts` int(11) NOT NULL,
  `refused` varchar(60) NOT NULL,
  `reason` text NOT NULL,
  `job` bigint(20) DEFAULT NULL,
  `settled_at` datetime(6) DEFAULT NULL,
  `idempotency_key` varchar(64) CHARACTER SET ascii COLLATE ascii_bin DEFAULT NULL,
  `lot` bigint(20) NOT NULL DEFAULT 0,
  `mark` bigint(20) DEFAULT NULL,
  `made` tinyint(1) DEFAULT NULL,
  `undone_by` longtext DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `by_order` (`build_id`,`ordinal`),
  KEY `by_state` (`build_id`,`state`,`ordinal`),
  KEY `by_shell` (`build_id`,`shell_key`(200)),
  KEY `by_lot` (`lot`,`ordinal`),
  CONSTRAINT `step_of_build` FOREIGN KEY (`build_id`) REFERENCES `build` (`id`)
);

create table if not exists export_row (
  `export_id` bigint(20) NOT NULL,
  `n` int(11) NOT NULL,
  `row_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `row_key` varchar(600) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `shell_key` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `part` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `file` varchar(300) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `cells` mediumtext NOT NULL,
  `match_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `status` varchar(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `outcome` varchar(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `reason` varchar(1000) NOT NULL,
  PRIMARY KEY (`export_id`,`n`),
  UNIQUE KEY `by_row` (`export_id`,`row_hash`),
  KEY `by_part` (`export_id`,`part`,`n`),
  KEY `by_match` (`export_id`,`match_hash`),
  KEY `by_outcome` (`export_id`,`outcome`,`n`),
  CONSTRAINT `export_row_of` FOREIGN KEY (`export_id`) REFERENCES `export` (`id`)
);

create table if not exists ledger_about (
  `ledger_id` bigint(20) NOT NULL,
  `kind` varchar(12) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `name` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`kind`,`name`,`ledger_id`),
  KEY `about_entry` (`ledger_id`),
  CONSTRAINT `about_entry` FOREIGN KEY (`ledger_id`) REFERENCES `ledger` (`id`) ON DELETE CASCADE
);

create table if not exists request_department (
  `request_id` bigint(20) NOT NULL,
  `department` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`request_id`,`department`),
  KEY `by_department` (`department`,`request_id`),
  CONSTRAINT `request_department_of` FOREIGN KEY (`request_id`) REFERENCES `shell_request` (`id`)
);

create table if not exists request_link (
  `digest` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `request_id` bigint(20) NOT NULL,
  `login` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `until` datetime(6) NOT NULL,
  PRIMARY KEY (`digest`),
  KEY `by_until` (`until`),
  KEY `request_link_of` (`request_id`),
  CONSTRAINT `request_link_of` FOREIGN KEY (`request_id`) REFERENCES `shell_request` (`id`)
);

create table if not exists request_section (
  `request_id` bigint(20) NOT NULL,
  `section` varchar(255) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  PRIMARY KEY (`request_id`,`section`),
  KEY `by_section` (`section`,`request_id`),
  CONSTRAINT `request_section_of` FOREIGN KEY (`request_id`) REFERENCES `shell_request` (`id`)
);

create table if not exists request_turn (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `request_id` bigint(20) NOT NULL,
  `at` datetime(6) NOT NULL,
  `who` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `what` varchar(60) NOT NULL,
  `note` text NOT NULL,
  PRIMARY KEY (`id`),
  KEY `by_request` (`request_id`,`id`),
  CONSTRAINT `request_turn_of` FOREIGN KEY (`request_id`) REFERENCES `shell_request` (`id`)
);

create table if not exists result_sheet (
  `id` bigint(20) NOT NULL AUTO_INCREMENT,
  `export_id` bigint(20) NOT NULL,
  `name` varchar(200) NOT NULL,
  `state` varchar(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `passed` int(11) NOT NULL DEFAULT 0,
  `failed` int(11) NOT NULL DEFAULT 0,
  `back` int(11) NOT NULL DEFAULT 0,
  `unknown_count` int(11) NOT NULL DEFAULT 0,
  `unknown` mediumtext NOT NULL,
  `reason` varchar(1100) NOT NULL,
  `brought_by` varchar(100) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL,
  `brought_at` datetime(6) NOT NULL,
  `ended_at` datetime(6) DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `by_export` (`export_id`,`id`),
  CONSTRAINT `result_sheet_of` FOREIGN KEY (`export_id`) REFERENCES `export` (`id`)
);

create table if not exists result_line (
  `sheet_id` bigint(20) NOT NULL,
  `match_hash` char(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  `line` int(11) NOT NULL,
  `passed` tinyint(1) NOT NULL,
  `words` varchar(200) NOT NULL,
  `reason` varchar(1000) NOT NULL,
  PRIMARY KEY (`sheet_id`,`match_hash`),
  CONSTRAINT `result_line_of` FOREIGN KEY (`sheet_id`) REFERENCES `result_sheet` (`id`)
);

create sequence if not exists build_step_seq start with 1 increment by 1000 nocache;
create sequence if not exists calendar_address_seq start with 1 increment by 50 nocache;

insert into archive_rule select 60, 6, 0 from dual where not exists (select 1 from archive_rule);
insert into calendar_lock select 1, 0 from dual where not exists (select 1 from calendar_lock);
insert into course_pages select 0 from dual where not exists (select 1 from course_pages);
insert into file_lms select 1, 0 from dual where not exists (select 1 from file_lms);
insert into held_lock select 1, 0 from dual where not exists (select 1 from held_lock);
insert into ledger_head select 0, '0000000000000000000000000000000000000000000000000000000000000000' from dual where not exists (select 1 from ledger_head);
insert into list_turn select 1, 0 from dual where not exists (select 1 from list_turn);
insert into listed_people select 1, 0 from dual where not exists (select 1 from listed_people);
insert into lms_pace select 1, 0, 0 from dual where not exists (select 1 from lms_pace);
insert into master_rule select 3 from dual where not exists (select 1 from master_rule);
