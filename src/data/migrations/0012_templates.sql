CREATE TABLE `job_template` (
	`name` varchar(60) NOT NULL,
	`units` json NOT NULL,
	`from_job` varchar(200) NOT NULL,
	`kept_by` varchar(120) NOT NULL,
	`kept_at` datetime(3) NOT NULL,
	CONSTRAINT `job_template_name` PRIMARY KEY(`name`)
);
