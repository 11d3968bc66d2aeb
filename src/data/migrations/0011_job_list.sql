CREATE TABLE `job_contact` (
	`id` char(26) NOT NULL,
	`job_id` char(26) NOT NULL,
	`is_what` varchar(10) NOT NULL,
	`name` varchar(120) NOT NULL,
	`phone` varchar(60) NOT NULL,
	`email` varchar(190) NOT NULL,
	`address` varchar(300) NOT NULL,
	`notes` varchar(600) NOT NULL,
	`changed_by` varchar(120) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `job_contact_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `saved_view` (
	`person_id` varchar(36) NOT NULL,
	`name` varchar(60) NOT NULL,
	`query` varchar(500) NOT NULL,
	`saved_at` datetime(3) NOT NULL,
	CONSTRAINT `saved_view_key` PRIMARY KEY(`person_id`,`name`)
);
--> statement-breakpoint
ALTER TABLE `job` ADD `life` varchar(8) DEFAULT 'open' NOT NULL;--> statement-breakpoint
ALTER TABLE `job` ADD `offer` varchar(10);--> statement-breakpoint
ALTER TABLE `job` ADD `level` varchar(8);--> statement-breakpoint
ALTER TABLE `job` ADD `who` varchar(120) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `job` ADD `open_points` smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `job` ADD `words` json DEFAULT ('{}') NOT NULL;--> statement-breakpoint
ALTER TABLE `job` ADD `made` smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE `job` ADD `written_at` timestamp(3) DEFAULT CURRENT_TIMESTAMP(3) NOT NULL ON UPDATE CURRENT_TIMESTAMP(3);--> statement-breakpoint
ALTER TABLE `job_contact` ADD CONSTRAINT `job_contact_of` FOREIGN KEY (`job_id`) REFERENCES `job`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `job_contact_job` ON `job_contact` (`job_id`);--> statement-breakpoint
CREATE INDEX `job_life` ON `job` (`life`,`attention`);--> statement-breakpoint
CREATE INDEX `job_written` ON `job` (`written_at`);