-- Today reads jobs by attention and, within it, the newest first: one index in that very order, so that the database need not sort them all.
DROP INDEX `job_attention` ON `job`;
--> statement-breakpoint
CREATE INDEX `job_attention` ON `job` (`attention`,`changed_at` DESC);
