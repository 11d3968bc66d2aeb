CREATE TABLE `recipe_version` (
	`id` varchar(40) NOT NULL,
	`version` int NOT NULL,
	`recipe` json NOT NULL,
	`why` varchar(300) NOT NULL,
	`by_name` varchar(120) NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `recipe_version_key` PRIMARY KEY(`id`,`version`)
);
