CREATE TABLE `anchor` (
	`job_id` char(26) NOT NULL,
	`seq` int NOT NULL,
	`head` char(64) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `anchor_place` PRIMARY KEY(`job_id`,`seq`,`head`)
);
--> statement-breakpoint
CREATE TRIGGER anchor_no_update BEFORE UPDATE ON anchor FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'anchors are append-only';
--> statement-breakpoint
CREATE TRIGGER anchor_no_delete BEFORE DELETE ON anchor FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'anchors are append-only';
