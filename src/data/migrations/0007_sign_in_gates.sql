CREATE TABLE `sign_in_gate` (
	`subject` varchar(200) NOT NULL,
	`tries` int NOT NULL,
	`last_at` datetime(3) NOT NULL,
	`next_at` datetime(3) NOT NULL,
	CONSTRAINT `sign_in_gate_subject` PRIMARY KEY(`subject`)
);
--> statement-breakpoint
CREATE INDEX `sign_in_gate_last` ON `sign_in_gate` (`last_at`);