CREATE TRIGGER job_log_no_update BEFORE UPDATE ON job_log FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the log is append-only';
--> statement-breakpoint
CREATE TRIGGER job_log_no_delete BEFORE DELETE ON job_log FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the log is append-only';
