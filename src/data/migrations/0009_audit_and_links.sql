CREATE TABLE `audit` (
	`n` bigint AUTO_INCREMENT NOT NULL,
	`at` datetime(3) NOT NULL,
	`what` varchar(40) NOT NULL,
	`by_user` varchar(36),
	`about_user` varchar(36),
	`job_id` char(26),
	`detail` varchar(300),
	CONSTRAINT `audit_n` PRIMARY KEY(`n`)
);
--> statement-breakpoint
CREATE TABLE `password_link` (
	`key_hash` char(64) NOT NULL,
	`user_id` varchar(36) NOT NULL,
	`expires_at` datetime(3) NOT NULL,
	CONSTRAINT `password_link_key_hash` PRIMARY KEY(`key_hash`)
);
--> statement-breakpoint
CREATE INDEX `audit_at` ON `audit` (`at`);--> statement-breakpoint
CREATE INDEX `password_link_user` ON `password_link` (`user_id`);--> statement-breakpoint
CREATE TRIGGER audit_no_update BEFORE UPDATE ON audit FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the audit is append-only';
--> statement-breakpoint
CREATE TRIGGER audit_no_delete BEFORE DELETE ON audit FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the audit is append-only';
