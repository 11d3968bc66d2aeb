CREATE TABLE `account` (
	`id` varchar(36) NOT NULL,
	`account_id` varchar(190) NOT NULL,
	`provider_id` varchar(60) NOT NULL,
	`user_id` varchar(36) NOT NULL,
	`access_token` text,
	`refresh_token` text,
	`id_token` text,
	`access_token_expires_at` datetime(3),
	`refresh_token_expires_at` datetime(3),
	`scope` text,
	`password` text,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `account_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `session` (
	`id` varchar(36) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`token` varchar(190) NOT NULL,
	`ip_address` varchar(64),
	`user_agent` text,
	`user_id` varchar(36) NOT NULL,
	`locked` boolean NOT NULL DEFAULT false,
	`pin_failures` int NOT NULL DEFAULT 0,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `session_id` PRIMARY KEY(`id`),
	CONSTRAINT `session_token` UNIQUE(`token`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_failure` (
	`id` varchar(36) NOT NULL,
	`subject` varchar(190) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_failure_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `user` (
	`id` varchar(36) NOT NULL,
	`name` varchar(120) NOT NULL,
	`email` varchar(190) NOT NULL,
	`email_verified` boolean NOT NULL DEFAULT false,
	`image` text,
	`role` varchar(16) NOT NULL DEFAULT 'apprentice',
	`unit_profile` varchar(8),
	`pin_hash` varchar(200),
	`active` boolean NOT NULL DEFAULT true,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `user_id` PRIMARY KEY(`id`),
	CONSTRAINT `user_email` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE `verification` (
	`id` varchar(36) NOT NULL,
	`identifier` varchar(190) NOT NULL,
	`value` text NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	`created_at` datetime(3),
	`updated_at` datetime(3),
	CONSTRAINT `verification_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `file` (
	`id` char(26) NOT NULL,
	`job_id` char(26) NOT NULL,
	`sha256` char(64) NOT NULL,
	`mime` varchar(40) NOT NULL,
	`bytes` int NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `file_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `file_content` (
	`id` char(26) NOT NULL,
	`content` longblob NOT NULL,
	CONSTRAINT `file_content_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `job` (
	`id` char(26) NOT NULL,
	`name` varchar(200) NOT NULL,
	`place` varchar(200) NOT NULL,
	`phase` varchar(10) NOT NULL,
	`attention` smallint NOT NULL,
	`seq` int NOT NULL,
	`head` char(64) NOT NULL,
	`summary` json NOT NULL,
	`due_at` datetime(3),
	`opened_at` datetime(3) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `job_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `job_log` (
	`job_id` char(26) NOT NULL,
	`seq` int NOT NULL,
	`id` char(26) NOT NULL,
	`kind` varchar(32) NOT NULL,
	`entry` longtext NOT NULL,
	`hash` char(64) NOT NULL,
	CONSTRAINT `job_log_chain` PRIMARY KEY(`job_id`,`seq`),
	CONSTRAINT `job_log_id` UNIQUE(`id`)
);
--> statement-breakpoint
CREATE TABLE `job_serial` (
	`job_id` char(26) NOT NULL,
	`unit` varchar(20) NOT NULL,
	`what` varchar(40) NOT NULL,
	`unit_name` varchar(40) NOT NULL,
	`text` varchar(80) NOT NULL,
	CONSTRAINT `job_serial_key` PRIMARY KEY(`job_id`,`unit`,`what`)
);
--> statement-breakpoint
CREATE TABLE `strip_item` (
	`job_id` char(26) NOT NULL,
	`item` varchar(80) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`title` varchar(200) NOT NULL,
	`who` varchar(120) NOT NULL,
	`starts_at` datetime(3) NOT NULL,
	`ends_at` datetime(3) NOT NULL,
	`paused` int NOT NULL,
	CONSTRAINT `strip_item_key` PRIMARY KEY(`job_id`,`item`)
);
--> statement-breakpoint
CREATE TABLE `company` (
	`id` int NOT NULL,
	`settings` json NOT NULL,
	`version` int NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `company_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
ALTER TABLE `file` ADD CONSTRAINT `file_job_fk` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `job_serial` ADD CONSTRAINT `job_serial_job` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `strip_item` ADD CONSTRAINT `strip_item_job` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `account_user` ON `account` (`user_id`);--> statement-breakpoint
CREATE INDEX `session_user` ON `session` (`user_id`);--> statement-breakpoint
CREATE INDEX `sign_in_failure_subject` ON `sign_in_failure` (`subject`,`at`);--> statement-breakpoint
CREATE INDEX `user_name` ON `user` (`name`);--> statement-breakpoint
CREATE INDEX `verification_identifier` ON `verification` (`identifier`);--> statement-breakpoint
CREATE INDEX `file_job` ON `file` (`job_id`);--> statement-breakpoint
CREATE INDEX `job_attention` ON `job` (`attention`,`changed_at`);--> statement-breakpoint
CREATE INDEX `job_due` ON `job` (`due_at`);--> statement-breakpoint
CREATE INDEX `job_name` ON `job` (`name`);--> statement-breakpoint
CREATE INDEX `job_place` ON `job` (`place`);--> statement-breakpoint
CREATE INDEX `job_serial_text` ON `job_serial` (`text`);--> statement-breakpoint
CREATE INDEX `job_serial_unit` ON `job_serial` (`unit_name`);--> statement-breakpoint
CREATE INDEX `strip_item_time` ON `strip_item` (`ends_at`,`starts_at`);