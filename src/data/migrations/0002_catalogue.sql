CREATE TABLE `data_sheet` (
	`id` char(26) NOT NULL,
	`code` varchar(20) NOT NULL,
	`name` varchar(160) NOT NULL,
	`mime` varchar(40) NOT NULL,
	`bytes` int NOT NULL,
	`sha256` char(64) NOT NULL,
	`by_name` varchar(120) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	`removed_at` datetime(3),
	CONSTRAINT `data_sheet_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `lab_name` (
	`label` varchar(160) NOT NULL,
	`field` varchar(40) NOT NULL,
	`unit` varchar(20),
	`nitrate_as` varchar(4),
	`by_name` varchar(120) NOT NULL,
	`changed_at` datetime(3) NOT NULL,
	CONSTRAINT `lab_name_label` PRIMARY KEY(`label`)
);
--> statement-breakpoint
CREATE TABLE `unit_retired` (
	`code` varchar(20) NOT NULL,
	`why` varchar(300) NOT NULL,
	`by_name` varchar(120) NOT NULL,
	`retired_at` datetime(3) NOT NULL,
	CONSTRAINT `unit_retired_code` PRIMARY KEY(`code`)
);
--> statement-breakpoint
CREATE TABLE `unit_version` (
	`code` varchar(20) NOT NULL,
	`version` int NOT NULL,
	`figures` json NOT NULL,
	`why` varchar(300) NOT NULL,
	`by_name` varchar(120) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `unit_version_key` PRIMARY KEY(`code`,`version`)
);
--> statement-breakpoint
CREATE INDEX `data_sheet_code` ON `data_sheet` (`code`);--> statement-breakpoint
CREATE INDEX `unit_version_time` ON `unit_version` (`created_at`);