CREATE TABLE `part_offer` (
	`supplier` varchar(80) NOT NULL,
	`part` varchar(120) NOT NULL,
	`article` varchar(80),
	`price` double NOT NULL,
	`pack` int NOT NULL,
	`days` int,
	`listed_at` datetime(3) NOT NULL,
	CONSTRAINT `part_offer_key` PRIMARY KEY(`supplier`,`part`)
);
--> statement-breakpoint
CREATE TABLE `stock_move` (
	`id` char(26) NOT NULL,
	`part` varchar(120) NOT NULL,
	`place` varchar(8) NOT NULL,
	`delta` double NOT NULL,
	`job` char(26),
	`why` varchar(200) NOT NULL,
	`by_name` varchar(120) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `stock_move_key` PRIMARY KEY(`id`,`part`,`place`)
);
--> statement-breakpoint
CREATE TABLE `supplier_column` (
	`supplier` varchar(80) NOT NULL,
	`header` varchar(80) NOT NULL,
	`means` varchar(12) NOT NULL,
	CONSTRAINT `supplier_column_key` PRIMARY KEY(`supplier`,`header`)
);
--> statement-breakpoint
CREATE INDEX `part_offer_part` ON `part_offer` (`part`);--> statement-breakpoint
CREATE INDEX `stock_move_part` ON `stock_move` (`part`);--> statement-breakpoint
CREATE INDEX `stock_move_job` ON `stock_move` (`job`);--> statement-breakpoint
CREATE TRIGGER stock_move_no_update BEFORE UPDATE ON stock_move FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'moves of stock are append-only';
--> statement-breakpoint
CREATE TRIGGER stock_move_no_delete BEFORE DELETE ON stock_move FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'moves of stock are append-only';
